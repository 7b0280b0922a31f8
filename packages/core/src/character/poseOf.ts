import type { ControlValues } from '../controls';
import { mouthPose } from '../mouth/mouthRig';
import { joinedPose, type Pose } from '../pose';
import { movedBody, withBends } from './bodyMovement';
import type { Character } from './character';
import { controlsOf, followersShare, mouthState } from './controls';
import { eyesPose } from './eyes';
import { viewPose } from './view';

const NOTHING: Pose = new Map();

/** How a character's parts are moved where its controls have these values. */
export function poseOf(character: Character, values: ControlValues): Pose {
  const { mouth, eyes } = character;
  const set = controlsOf(character);
  const brow = (side: 'left' | 'right') => ({
    raise: set.range(values, `brow.${side}.raise`),
    turn: set.range(values, `brow.${side}.turn`),
  });
  const eyesNow = {
    gaze: set.point(values, 'gaze'),
    closed: set.range(values, 'eyes.closed'),
    brows: { left: brow('left'), right: brow('right') },
  };
  const mouthNow = mouth && mouthState(set, values, mouth);
  const following = followersShare(set, values);
  const ofMouth = mouth && mouthNow ? mouthPose(mouth, mouthNow, following) : NOTHING;
  const pose = new Map([...eyesPose(eyes, eyesNow), ...ofMouth]);
  for (const view of Object.values(character.views)) {
    for (const [part, moved] of viewPose(view, mouth, mouthNow, following, eyesNow)) {
      pose.set(part, moved);
    }
  }
  for (const [part, moved] of movedBody(character, values)) {
    pose.set(part, joinedPose(pose.get(part), moved));
  }
  return withBends(character, values, pose);
}

/** A character that does nothing: its eyes open, its mouth at rest. */
export function poseAtRest(character: Character): Pose {
  return poseOf(character, controlsOf(character).rest);
}

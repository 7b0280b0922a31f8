import type { ControlValues } from '../controls';
import { mouthPose } from '../mouth/mouthRig';
import type { Pose } from '../pose';
import type { Character } from './character';
import { controlsOf, followersShare, mouthState } from './controls';
import { eyesPose } from './eyes';

/** How a character's parts are moved where its controls have these values. */
export function poseOf(character: Character, values: ControlValues): Pose {
  const { mouth, eyes } = character;
  const set = controlsOf(character);
  const brow = (side: 'left' | 'right') => ({
    raise: set.range(values, `brow.${side}.raise`),
    turn: set.range(values, `brow.${side}.turn`),
  });
  const ofEyes = eyesPose(eyes, {
    gaze: set.point(values, 'gaze'),
    closed: set.range(values, 'eyes.closed'),
    brows: { left: brow('left'), right: brow('right') },
  });
  if (!mouth) return ofEyes;
  const ofMouth = mouthPose(mouth, mouthState(set, values, mouth), followersShare(set, values));
  return new Map([...ofEyes, ...ofMouth]);
}

/** A character that does nothing: its eyes open, its mouth at rest. */
export function poseAtRest(character: Character): Pose {
  return poseOf(character, controlsOf(character).rest);
}

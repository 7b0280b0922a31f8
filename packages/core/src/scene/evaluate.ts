import type { Character } from '../character/character';
import { eyesPose } from '../character/eyes';
import { itemOfDrawing, itemsOf } from '../character/posed';
import type { Frame, FrameItem } from '../frame';
import { IDENTITY, multiply, scaling, translation, type Matrix } from '../geometry';
import { closedAt } from '../motion/blinks';
import type { Pose } from '../motion/pose';
import type { MouthNow } from '../mouth/mouthNow';
import { chartOf, followsSmoothly, mouthPose, type MouthRig } from '../mouth/mouthRig';
import { mouthIndexAt } from '../mouth/mouths';
import { targetOf } from '../mouth/articulation';
import { SILENCE } from '../speech/visemes';
import type { PreparedLine, PreparedMember, PreparedScene } from './prepare';

/** Mouths of cast members that speak just now, by member. */
export type LiveMouths = ReadonlyMap<string, MouthNow>;

const NOBODY: LiveMouths = new Map();

/**
 * What is seen at a time in seconds. A pure function: the same scene, time and live mouths always give
 * the same frame, in the studio, in a film and live.
 */
export function evaluate(
  { scene, members }: PreparedScene,
  time: number,
  live: LiveMouths = NOBODY,
): Frame {
  const backdrop = scene.backdrop ? [itemOfDrawing('backdrop', scene.backdrop, IDENTITY)] : [];
  return {
    width: scene.stage.width,
    height: scene.stage.height,
    background: scene.stage.background,
    items: [...backdrop, ...members.flatMap((member) => itemsFor(member, time, live))],
  };
}

function itemsFor(prepared: PreparedMember, time: number, live: LiveMouths): FrameItem[] {
  const { character, lines, blinks, member } = prepared;
  const mouth = character.mouth && (live.get(member.id) ?? mouthAt(character.mouth, lines, time));
  const pose = poseOf(character, mouth, { gaze: null, closed: closedAt(blinks, time) });
  return itemsOf(character, placeOf(prepared), pose, `${member.id}/`);
}

/** What a character's mouth and eyes do to its parts. */
export function poseOf(
  { mouth, eyes }: Character,
  mouthNow: MouthNow | null,
  eyesNow: Parameters<typeof eyesPose>[1],
): Pose {
  const ofEyes = eyesPose(eyes, eyesNow);
  return mouth && mouthNow ? new Map([...ofEyes, ...mouthPose(mouth, mouthNow)]) : ofEyes;
}

/** A character that does nothing: its eyes open, its mouth at rest. */
export function poseAtRest(character: Character): Pose {
  const { mouth } = character;
  return poseOf(character, mouth && restingMouth(mouth), { gaze: null, closed: 0 });
}

/** A mouth that says nothing. */
export function restingMouth(rig: MouthRig): MouthNow {
  return { drawing: chartOf(rig).rest, articulation: targetOf(SILENCE) };
}

function mouthAt(rig: MouthRig, lines: readonly PreparedLine[], time: number): MouthNow {
  for (const { line, mouths, articulation } of lines) {
    const since = time - line.start;
    const held = mouths[mouthIndexAt(mouths, since)];
    if (!held) continue;
    const { drawing, byHand } = held;
    if (!byHand && articulation && followsSmoothly(rig)) {
      return { drawing, articulation: articulation(since + line.fit.early) };
    }
    const shown = chartOf(rig).drawings.find((entry) => entry.drawing === drawing);
    return { drawing, articulation: { ...targetOf(SILENCE), ...shown?.articulation } };
  }
  return restingMouth(rig);
}

function placeOf({ member, character }: PreparedMember): Matrix {
  const feet = translation(-character.width / 2, -character.height);
  return multiply(translation(member.x, member.y), multiply(scaling(member.scale), feet));
}

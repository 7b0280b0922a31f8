import type { Character } from '../character/character';
import type { Drawing } from '../character/drawing';
import { multiply, scaling, translation, type Matrix } from '../geometry';
import { mouthIndexAt } from '../mouth/mouths';
import type { DrawOperation, Frame } from './frame';
import type { PreparedMember, PreparedScene } from './prepare';

/** Mouth drawings of cast members that speak just now, by member. */
export type LiveMouths = ReadonlyMap<string, string>;

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
  const backdrop = scene.backdrop ? [operationFor(scene.backdrop, [1, 0, 0, 1, 0, 0])] : [];
  return {
    width: scene.stage.width,
    height: scene.stage.height,
    background: scene.stage.background,
    operations: [...backdrop, ...members.flatMap((member) => operationsFor(member, time, live))],
  };
}

function operationsFor(prepared: PreparedMember, time: number, live: LiveMouths): DrawOperation[] {
  const { character, member } = prepared;
  return operationsOf(character, placeOf(prepared), (part) => {
    const spoken = part === character.mouth.part ? live.get(member.id) : undefined;
    return spoken ?? drawingOf(prepared, part, time);
  });
}

/**
 * What to paint for a character, back to front.
 *
 * @param place maps the artwork onto the stage
 * @param shownBy the drawing that a part is made to show; null leaves it its own
 */
export function operationsOf(
  character: Character,
  place: Matrix,
  shownBy: (part: string) => string | null,
): DrawOperation[] {
  return character.parts.flatMap((part) => {
    const key = shownBy(part.id) ?? part.drawing;
    const drawing = key === null ? undefined : character.drawings[key];
    return drawing ? [operationFor(drawing, place)] : [];
  });
}

/** The drawing that a part is made to show at a time; null where nothing moves it. */
function drawingOf(
  { character, lines, blinks }: PreparedMember,
  part: string,
  time: number,
): string | null {
  if (part === character.mouth.part) {
    for (const { line, mouths } of lines) {
      const index = mouthIndexAt(mouths, time - line.start);
      if (index >= 0) return mouths[index]!.drawing;
    }
    return character.mouth.chart.rest;
  }
  if (
    part === character.lids?.part &&
    blinks.some(({ start, end }) => time >= start && time < end)
  ) {
    return character.lids.closed;
  }
  return null;
}

function placeOf({ member, character }: PreparedMember): Matrix {
  const feet = translation(-character.width / 2, -character.height);
  return multiply(translation(member.x, member.y), multiply(scaling(member.scale), feet));
}

function operationFor({ kind, media, x, y, width, height }: Drawing, place: Matrix): DrawOperation {
  return { kind, media, matrix: multiply(place, translation(x, y)), width, height };
}

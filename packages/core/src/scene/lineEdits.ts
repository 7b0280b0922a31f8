import { firstWhere } from '../numbers';
import { frameCount, frameStart, toFlicks, type Flicks } from '../time';
import {
  endOf,
  sceneTime,
  voiceTime,
  wholeLine,
  withReviewed,
  type Line,
  type Stretch,
} from './line';
import { linesOf, speakerOf, type Scene } from './scene';
import type { Voice } from './voice';

/** A line is at least so long. */
export const SHORTEST_LINE: Flicks = toFlicks(0.05);

/** A line that begins at another time of its scene, of which nothing else changes. */
export function movedLine(line: Line, start: Flicks): Line {
  return { ...line, start: Math.max(0, start) };
}

/** A line that begins with another moment of its voice; its sounds stay where they are. Nothing of the voice is lost. */
export function trimmedStart(line: Line, start: Flicks): Line {
  const end = endOf(line);
  const first = Math.max(0, sceneTime(line, 0));
  const from = Math.min(Math.max(start, first), end - Math.min(SHORTEST_LINE, line.length));
  return fadedWithin({
    ...line,
    start: from,
    offset: voiceTime(line, from),
    length: end - from,
  });
}

/** A line that ends with another moment of its voice; nothing of the voice is lost. */
export function trimmedEnd(line: Line, end: Flicks): Line {
  const least = line.start + Math.min(SHORTEST_LINE, line.length);
  const last = sceneTime(line, line.duration);
  return fadedWithin({ ...line, length: Math.min(Math.max(end, least), last) - line.start });
}

/**
 * A line as two, one after the other: what hangs on it hangs on both.
 *
 * @param time of the scene, inside the line
 * @param id of the second one
 * @returns null where one of the two would be too short
 */
export function splitLine(line: Line, time: Flicks, id: string): readonly [Line, Line] | null {
  if (time < line.start + SHORTEST_LINE || time > endOf(line) - SHORTEST_LINE) return null;
  return [
    { ...trimmedEnd(line, time), fadeOut: 0 },
    { ...trimmedStart(line, time), id, fadeIn: 0 },
  ];
}

/**
 * A line as several, one after the other, parted in the middle of its longer pauses. Nothing of it is lost.
 *
 * @param pauses in which nothing is said; times of its voice
 * @param shortest of the pauses in which it is parted
 * @param newId makes the ids of the pieces after the first
 */
export function splitAtPauses(
  line: Line,
  pauses: readonly Stretch[],
  shortest: Flicks,
  newId: () => string,
): readonly Line[] {
  const pieces = [line];
  for (const { start, end } of pauses) {
    if (end - start < shortest) continue;
    const parts = splitLine(
      pieces.at(-1)!,
      sceneTime(line, Math.round((start + end) / 2)),
      newId(),
    );
    if (parts) pieces.splice(-1, 1, ...parts);
  }
  return pieces;
}

/**
 * Two lines as one, from the beginning of the first to the end of the second: what {@link splitLine} had parted.
 *
 * @returns null where the second doesn't go on in the same voice where the first ends, or is another's
 */
export function joinedLine(first: Line, second: Line): Line | null {
  const goesOn =
    first.row === second.row &&
    sameVoice(first, second) &&
    second.start === endOf(first) &&
    second.offset === first.offset + first.length;
  if (!goesOn) return null;
  const cut = second.offset;
  return fadedWithin({
    ...second.reviewed.reduce(withReviewed, first),
    length: first.length + second.length,
    fadeOut: second.fadeOut,
    corrections: [
      ...first.corrections
        .filter(({ start }) => start < cut)
        .map((piece) => clipped(piece, 0, cut)),
      ...second.corrections
        .slice(firstWhere(second.corrections, ({ end }) => end > cut))
        .map((piece) => clipped(piece, cut, Infinity)),
    ],
  });
}

/** Whether two lines are stretches of the same voice, or of the same text. */
function sameVoice(first: Line, second: Line): boolean {
  if (first.voice && second.voice) return first.voice.working === second.voice.working;
  return !first.voice && !second.voice && first.track === second.track;
}

function clipped<Span extends { readonly start: Flicks; readonly end: Flicks }>(
  span: Span,
  from: Flicks,
  to: Flicks,
): Span {
  return { ...span, start: Math.max(from, span.start), end: Math.min(to, span.end) };
}

/** A line whose fades are no longer than it is. */
function fadedWithin(line: Line): Line {
  const fadeIn = Math.min(line.fadeIn, line.length);
  return { ...line, fadeIn, fadeOut: Math.min(line.fadeOut, line.length - fadeIn) };
}

/** A voice that becomes a line. */
export interface NewVoice {
  readonly id: string;
  readonly name: string;
  readonly voice: Voice;
}

/**
 * Lines of one speaker, one after the other, in the order that is given.
 *
 * @param row of who speaks them
 * @param start of the first, in the scene
 * @param gap between two
 */
export function linesInTurn(
  voices: readonly NewVoice[],
  row: string,
  start: Flicks,
  gap: Flicks,
): Line[] {
  let next = start;
  return voices.map((voice) => {
    const line = wholeLine({ ...voice, row, start: next });
    next = endOf(line) + gap;
    return line;
  });
}

/** A scene with lines added or put in the place of those with the same ids. It grows where one of them ends later. */
export function withLines(scene: Scene, lines: readonly Line[]): Scene {
  const table = { ...scene.lines, ...Object.fromEntries(lines.map((line) => [line.id, line])) };
  return { ...scene, length: lengthFor(scene, lines), lines: table };
}

/** How long a scene must be for lines, in whole frames; no shorter than it is. */
export function lengthFor(
  { length, frameRate }: Pick<Scene, 'length' | 'frameRate'>,
  lines: readonly Line[],
): Flicks {
  const end = Math.max(0, ...lines.map(endOf));
  return end <= length ? length : frameStart(frameCount(end, frameRate), frameRate);
}

/**
 * The scene with what begins at a time or later moved, as far as nothing begins before the scene does.
 *
 * @param except lines that stay where they are
 */
export function withRoomAt(
  scene: Scene,
  time: Flicks,
  by: Flicks,
  except: ReadonlySet<string> = new Set(),
): Scene {
  const later = Object.values(scene.lines).filter(
    ({ id, start }) => start >= time && !except.has(id),
  );
  return withLines(
    scene,
    later.map((line) => movedLine(line, line.start + by)),
  );
}

/** Other lines of the same speaker that are heard at the same time as a line, the earlier ones first. */
export function linesAtOnce(scene: Pick<Scene, 'rows' | 'lines'>, line: Line): Line[] {
  const speaker = speakerOf(scene, line);
  return linesOf(scene).filter(
    (other) =>
      other.id !== line.id &&
      other.start < endOf(line) &&
      endOf(other) > line.start &&
      speakerOf(scene, other) === speaker,
  );
}

/** A scene without some of its lines. */
export function withoutLines(scene: Scene, ids: ReadonlySet<string>): Scene {
  const kept = Object.entries(scene.lines).filter(([id]) => !ids.has(id));
  return { ...scene, lines: Object.fromEntries(kept) };
}

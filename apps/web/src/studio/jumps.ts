import type { Program } from '@cruvo/core/program';
import { endOf, linesOf, markersOf, sceneTime } from '@cruvo/core/scene';
import { toFlicks, type Flicks } from '@cruvo/core/time';

/** What one can go to from one to the next. */
export type JumpKind = 'line' | 'word' | 'correction' | 'marker';

/** The times of a scene at which there is something of a kind, in no order. */
function timesOf({ scene, lines }: Program, kind: JumpKind): Flicks[] {
  if (kind === 'marker') return markersOf(scene).map(({ start }) => start);
  if (kind === 'line') return linesOf(scene).map(({ start }) => start);
  return [...lines.values()].flatMap(({ line, track }) => {
    const starts =
      kind === 'word'
        ? (track?.words ?? []).map(({ start }) => toFlicks(start))
        : line.corrections.map(({ start }) => start);
    return starts
      .map((start) => sceneTime(line, start))
      .filter((time) => time >= line.start && time < endOf(line));
  });
}

/**
 * The nearest thing of a kind after a time of the scene, or before it.
 *
 * @returns null where there is none
 */
export function nextJump(
  program: Program,
  kind: JumpKind,
  from: Flicks,
  direction: 1 | -1,
): Flicks | null {
  let nearest: Flicks | null = null;
  for (const time of timesOf(program, kind)) {
    const ahead = direction * (time - from);
    if (ahead > 0 && (nearest === null || ahead < direction * (nearest - from))) nearest = time;
  }
  return nearest;
}

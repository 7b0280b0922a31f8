import { array, object, string, type Schema } from 'yup';
import { firstWhere } from '../numbers';
import { flicksSchema, type Flicks } from '../time';

/** A mouth drawing held for a while. Times from the start of the voice. */
export interface HeldDrawing {
  readonly start: Flicks;
  readonly end: Flicks;
  readonly drawing: string;
}

/** A mouth as it is played: chosen by fitting, or set by hand. */
export interface Mouth extends HeldDrawing {
  readonly byHand: boolean;
}

/** What was set by hand: in order, never overlapping. It lies over whatever fitting says. */
export type Corrections = readonly HeldDrawing[];

export const correctionsSchema = array(
  object({
    start: flicksSchema(),
    end: flicksSchema().moreThan(0),
    drawing: string().required(),
  }) satisfies Schema<HeldDrawing>,
)
  .required()
  .test('ordered', 'corrections must be in order and must not overlap', (corrections) =>
    corrections.every(
      ({ start, end }, index) => end > start && start >= (corrections[index - 1]?.end ?? 0),
    ),
  );

/** The mouths of a line: what was fitted, with the corrections over it. */
export function withCorrections(
  fitted: readonly HeldDrawing[],
  corrections: Corrections,
): readonly Mouth[] {
  const duration = fitted.at(-1)?.end ?? 0;
  const pieces: Mouth[] = corrections
    .filter(({ start }) => start < duration)
    .map((piece) => ({ ...piece, end: Math.min(piece.end, duration), byHand: true }));
  let next = 0;
  for (const { start, end, drawing } of fitted) {
    let at = start;
    while (next > 0 && corrections[next - 1]!.end > start) next--;
    for (; next < corrections.length && corrections[next]!.start < end; next++) {
      const correction = corrections[next]!;
      if (correction.end <= at) continue;
      if (correction.start > at)
        pieces.push({ start: at, end: correction.start, drawing, byHand: false });
      at = Math.max(at, correction.end);
    }
    if (at < end) pieces.push({ start: at, end, drawing, byHand: false });
  }
  return pieces.sort((a, b) => a.start - b.start);
}

/** The index of the mouth at a time, by binary search; -1 before the first and after the last. */
export function mouthIndexAt(mouths: readonly HeldDrawing[], time: number): number {
  const at = firstWhere(mouths, ({ end }) => end > time);
  return at < mouths.length && mouths[at]!.start <= time ? at : -1;
}

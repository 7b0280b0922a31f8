import { generateNKeysBetween } from 'fractional-indexing';
import type { Migration } from '../migration';

interface Member {
  readonly id: string;
}

interface Line {
  readonly id: string;
  readonly speaker: string;
  readonly silence: string | null;
  readonly start: number;
  readonly voice: { readonly duration: number };
  readonly fit: { readonly early: number };
  readonly corrections: readonly { readonly start: number; readonly end: number }[];
}

const FLICKS_PER_SECOND = 705_600_000;
const toFlicks = (seconds: number) => Math.round(seconds * FLICKS_PER_SECOND);

/** Members, rows and lines are records by id, each line in a row of its speaker; times are whole flicks. */
export const records: Migration = (scene) => {
  const cast = scene['cast'] as readonly Member[];
  const lines = scene['lines'] as readonly Line[];
  const orders = generateNKeysBetween(null, null, cast.length);
  return {
    ...scene,
    length: toFlicks(scene['length'] as number),
    cast: byId(cast.map((member, at) => ({ ...member, order: orders[at]! }))),
    rows: byId(
      cast.map(({ id }, at) => {
        return { id, order: orders[at]!, kind: 'dialogue', target: id, muted: false };
      }),
    ),
    lines: byId(lines.map(migratedLine)),
  };
};

function migratedLine({ speaker, silence, ...line }: Line) {
  const { early, ...fit } = line.fit;
  return {
    ...line,
    row: speaker,
    pauseDrawing: silence,
    start: toFlicks(line.start),
    voice: { ...line.voice, duration: toFlicks(line.voice.duration) },
    fit: { ...fit, leadSeconds: early },
    corrections: inOrder(
      line.corrections.map((piece) => {
        return { ...piece, start: toFlicks(piece.start), end: toFlicks(piece.end) };
      }),
    ),
  };
}

/** Corrections that touched within a billionth of a second touch exactly. */
function inOrder<Piece extends { readonly start: number; readonly end: number }>(
  pieces: readonly Piece[],
): Piece[] {
  return pieces.map((piece, at) => ({
    ...piece,
    start: Math.max(piece.start, pieces[at - 1]?.end ?? 0),
  }));
}

function byId<Item extends { readonly id: string }>(items: readonly Item[]): Record<string, Item> {
  return Object.fromEntries(items.map((item) => [item.id, item]));
}

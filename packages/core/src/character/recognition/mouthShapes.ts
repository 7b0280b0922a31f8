import type { Viseme } from '../../speech/visemes';
import type { Box } from '../../geometry';

/** How open and how wide a mouth is for a sound, as shares of the most open and the widest drawing of one mouth. */
const SHAPES: readonly (readonly [viseme: Viseme, open: number, wide: number])[] = [
  [1, 0.1, 0.75],
  [10, 1, 0.8],
  [11, 0.6, 0.85],
  [12, 0.35, 1],
  [13, 0.8, 0.55],
  [14, 0.45, 0.35],
];

/**
 * The sounds that drawings of one mouth look like, by how open and how wide they are; each sound and each drawing is
 * given once, the likeliest first. Drawings beyond the sounds stay without one.
 *
 * @param boxes what each drawing covers, by its id
 */
export function soundsByShape(boxes: ReadonlyMap<string, Box>): ReadonlyMap<string, Viseme> {
  const all = [...boxes.values()];
  const most = (side: 'width' | 'height') => Math.max(...all.map((box) => box[side]), 1e-6);
  const [width, height] = [most('width'), most('height')];
  const pairs = [...boxes].flatMap(([id, box]) =>
    SHAPES.map(([viseme, open, wide]) => ({
      ...{ id, viseme },
      off: Math.hypot(box.height / height - open, box.width / width - wide),
    })),
  );
  const found = new Map<string, Viseme>();
  const given = new Set<Viseme>();
  for (const { id, viseme } of pairs.sort((a, b) => a.off - b.off)) {
    if (found.has(id) || given.has(viseme)) continue;
    found.set(id, viseme);
    given.add(viseme);
  }
  return found;
}

import type { Viseme } from '../../speech/visemes';
import type { MouthLook } from './mouthLook';

/**
 * How a mouth is drawn for a sound: how open and how wide, as shares of the most open and the widest drawing of it, and how
 * much of its opening teeth and tongue take.
 */
const SHAPES: readonly (readonly [
  viseme: Viseme,
  open: number,
  wide: number,
  teeth: number,
  tongue: number,
])[] = [
  [1, 0.1, 0.75, 0, 0],
  [2, 0.25, 0.7, 0.4, 0],
  [3, 0.35, 0.75, 0.1, 0.3],
  [7, 0.3, 0.9, 0.5, 0],
  [8, 0.5, 0.7, 0.1, 0.3],
  [10, 1, 0.8, 0.1, 0.15],
  [11, 0.6, 0.85, 0.15, 0.15],
  [12, 0.35, 1, 0.25, 0],
  [13, 0.8, 0.55, 0, 0],
  [14, 0.45, 0.35, 0, 0],
];
/** What can be told without teeth and tongue. */
const PLAIN: ReadonlySet<Viseme> = new Set([1, 10, 11, 12, 13, 14]);
/** A drawing that is less like a sound than this is not for it. */
const FURTHEST = 0.4;

/**
 * The sounds that drawings of one mouth look like, by how open and how wide they are and what is seen inside; each sound
 * and each drawing is given once, the likeliest first. Drawings beyond the sounds, and those like none, stay without one.
 *
 * @param looks by the drawings' ids
 */
export function soundsByShape(looks: ReadonlyMap<string, MouthLook>): ReadonlyMap<string, Viseme> {
  const all = [...looks.values()];
  const most = (side: 'open' | 'wide') => Math.max(...all.map((look) => look[side]), 1e-6);
  const [open, wide] = [most('open'), most('wide')];
  const isSeenInside = all.some(({ inside }) => inside && inside.teeth + inside.tongue > 0);
  const shapes = SHAPES.filter(([viseme]) => isSeenInside || PLAIN.has(viseme));
  const pairs = [...looks].flatMap(([id, look]) =>
    shapes.map(([viseme, opened, widened, teeth, tongue]) => ({
      ...{ id, viseme },
      off: Math.hypot(
        look.open / open - opened,
        look.wide / wide - widened,
        isSeenInside ? (look.inside?.teeth ?? 0) - teeth : 0,
        isSeenInside ? (look.inside?.tongue ?? 0) - tongue : 0,
      ),
    })),
  );
  const found = new Map<string, Viseme>();
  const given = new Set<Viseme>();
  for (const { id, viseme, off } of pairs.sort((a, b) => a.off - b.off)) {
    if (off > FURTHEST || found.has(id) || given.has(viseme)) continue;
    found.set(id, viseme);
    given.add(viseme);
  }
  return found;
}

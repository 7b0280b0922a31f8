import { number, object, type Schema } from 'yup';
import type { Viseme } from '../speech/visemes';

/**
 * The shape of a mouth between the sounds and the drawing. Every kind of mouth reads this.
 * Each number runs from 0 to 1.
 */
export interface Articulation {
  /** How far the jaw is open. */
  readonly jaw: number;
  /** How wide the lips are drawn; 0.5 is at ease. */
  readonly width: number;
  /** How far the lips are rounded and pushed forward. */
  readonly round: number;
  /** How firmly the lips are pressed together. */
  readonly press: number;
  /** How much of the teeth shows. */
  readonly teeth: number;
  /** How much of the tongue shows. */
  readonly tongue: number;
}

const share = () => number().required().min(0).max(1);

export const articulationSchema: Schema<Articulation> = object({
  jaw: share(),
  width: share(),
  round: share(),
  press: share(),
  teeth: share(),
  tongue: share(),
});

const shape = (
  jaw: number,
  width: number,
  round: number,
  press: number,
  teeth: number,
  tongue: number,
): Articulation => ({ jaw, width, round, press, teeth, tongue });

/** The articulation that each viseme aims at when it is spoken clearly on its own. Index is the viseme. */
export const VISEME_TARGETS: readonly Articulation[] = [
  /* silence */ shape(0, 0.5, 0, 0.2, 0, 0),
  /* p b m   */ shape(0, 0.45, 0.05, 1, 0, 0),
  /* f v     */ shape(0.12, 0.5, 0, 0.5, 0.9, 0),
  /* th      */ shape(0.2, 0.5, 0, 0, 0.6, 0.9),
  /* t d     */ shape(0.2, 0.55, 0, 0, 0.7, 0.4),
  /* k g     */ shape(0.3, 0.5, 0, 0, 0.3, 0.1),
  /* ch j sh */ shape(0.18, 0.3, 0.6, 0, 0.8, 0),
  /* s z     */ shape(0.1, 0.65, 0, 0, 1, 0),
  /* n l     */ shape(0.25, 0.5, 0, 0, 0.4, 0.7),
  /* r       */ shape(0.25, 0.35, 0.5, 0, 0.3, 0.2),
  /* ah      */ shape(1, 0.5, 0, 0, 0.3, 0.3),
  /* eh      */ shape(0.55, 0.65, 0, 0, 0.4, 0.3),
  /* ee      */ shape(0.3, 1, 0, 0, 0.7, 0.2),
  /* oh      */ shape(0.6, 0.3, 0.8, 0, 0, 0),
  /* oo      */ shape(0.25, 0.1, 1, 0, 0, 0),
];

export function targetOf(viseme: Viseme): Articulation {
  return VISEME_TARGETS[viseme]!;
}

/** Opening and closing is what the eye reads first; the tongue last. */
const WEIGHTS: Articulation = { jaw: 2, width: 0.7, round: 1, press: 0.8, teeth: 0.4, tongue: 0.3 };

const DIMENSIONS = Object.keys(WEIGHTS) as (keyof Articulation)[];

/**
 * How unlike a drawing and a mouth look: a weighted Euclidean distance, 0 for the same. Dimensions that the
 * drawing says nothing of don't count.
 */
export function articulationDistance(drawing: Partial<Articulation>, mouth: Articulation): number {
  let sum = 0;
  for (const dimension of DIMENSIONS) {
    const shown = drawing[dimension];
    if (shown !== undefined) sum += WEIGHTS[dimension] * (shown - mouth[dimension]) ** 2;
  }
  return Math.sqrt(sum);
}

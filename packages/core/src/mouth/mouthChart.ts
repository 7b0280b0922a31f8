import { array, number, object, string, type Schema } from 'yup';
import { articulationDistance, type Articulation } from './articulation';

/** A drawing of the mouth and the articulation that it shows. */
export interface MouthDrawing {
  /** Id of the part that is this drawing. */
  readonly drawing: string;
  /** What people call it. */
  readonly label: string;
  /** Where a dimension is missing, the drawing fits any; null for an expression, which says nothing. */
  readonly articulation: Partial<Articulation> | null;
  /** The mood that it belongs to; null for every mood. */
  readonly mood: string | null;
}

/** Which mouth drawing is shown for which articulation. */
export interface MouthChart {
  /** The drawing shown when nobody speaks; one of `drawings`. */
  readonly rest: string;
  readonly drawings: readonly MouthDrawing[];
}

const share = () => number().min(0).max(1);

export const mouthChartSchema = object({
  rest: string().required(),
  drawings: array(
    object({
      drawing: string().required(),
      label: string().required(),
      articulation: object({
        jaw: share(),
        width: share(),
        round: share(),
        press: share(),
        teeth: share(),
        tongue: share(),
      })
        .nullable()
        .defined(),
      mood: string().defined().nullable(),
    }),
  )
    .required()
    .min(1),
}) as unknown as Schema<MouthChart>;

/** A drawing that is chosen for sounds. */
export type SpeakingDrawing = MouthDrawing & { readonly articulation: Partial<Articulation> };

/** The drawings that are chosen for sounds; expressions are left out. */
export function speakingDrawings({ drawings }: MouthChart): SpeakingDrawing[] {
  return drawings.filter((entry): entry is SpeakingDrawing => entry.articulation !== null);
}

/** The drawing that looks most like an articulation; of equals, the first in the chart. */
export function nearestDrawing(chart: MouthChart, articulation: Articulation): string {
  let best = chart.rest;
  let least = Infinity;
  for (const entry of speakingDrawings(chart)) {
    const distance = articulationDistance(entry.articulation, articulation);
    if (distance < least) {
      least = distance;
      best = entry.drawing;
    }
  }
  return best;
}

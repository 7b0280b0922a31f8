import { array, object, string, type Schema } from 'yup';
import { articulationSchema, unlikeness, type Articulation } from './articulation';

/** A drawing of the mouth and the articulation that it shows. */
export interface MouthDrawing {
  /** Key of the drawing in its character. */
  readonly drawing: string;
  /** What people call it. */
  readonly label: string;
  readonly articulation: Articulation;
}

/** Which mouth drawing is shown for which articulation. */
export interface MouthChart {
  /** The drawing shown when nobody speaks; one of `drawings`. */
  readonly rest: string;
  readonly drawings: readonly MouthDrawing[];
}

export const mouthChartSchema: Schema<MouthChart> = object({
  rest: string().required(),
  drawings: array(
    object({
      drawing: string().required(),
      label: string().required(),
      articulation: articulationSchema,
    }),
  )
    .required()
    .min(1),
});

/** The drawing that looks most like an articulation; of equals, the first in the chart. */
export function nearestDrawing(chart: MouthChart, articulation: Articulation): string {
  let best = chart.rest;
  let least = Infinity;
  for (const entry of chart.drawings) {
    const distance = unlikeness(entry.articulation, articulation);
    if (distance < least) {
      least = distance;
      best = entry.drawing;
    }
  }
  return best;
}

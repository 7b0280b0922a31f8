import type { Viseme } from '../speech/visemes';
import { targetOf, articulationDistance } from './articulation';
import { nearestDrawing, speakingDrawings, type MouthChart } from './mouthChart';

/** How a chart shows one sound. */
export interface CoveredSound {
  readonly viseme: Viseme;
  /** The drawing that is shown. */
  readonly drawing: string;
  /** Whether it was drawn for this sound, or is borrowed from another. */
  readonly own: boolean;
}

/** A drawing that is no more unlike a sound than this was drawn for it. */
const OWN = 0.12;
const VISEMES: readonly Viseme[] = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14];

/** What is shown for each sound: its own drawing, or the one that looks most like it. */
export function coverageOf(chart: MouthChart): CoveredSound[] {
  const drawings = speakingDrawings(chart);
  return VISEMES.map((viseme) => {
    const target = targetOf(viseme);
    const drawing = viseme === 0 ? chart.rest : nearestDrawing(chart, target);
    const shown = drawings.find((entry) => entry.drawing === drawing);
    return {
      viseme,
      drawing,
      own: !!shown && articulationDistance(shown.articulation, target) <= OWN,
    };
  });
}

/** The moods of a chart, in the order in which they come. */
export function moodsOf({ drawings }: MouthChart): string[] {
  return [...new Set(drawings.flatMap(({ mood }) => mood ?? []))];
}

/** A chart whose pauses show another drawing, mostly an expression; as it was where it has no such drawing. */
export function withPauseDrawing(chart: MouthChart, drawing: string | null): MouthChart {
  if (drawing === null || !chart.drawings.some((entry) => entry.drawing === drawing)) return chart;
  // What is seen in silence has the articulation of silence, so that choosing mouths knows it.
  const drawings = chart.drawings.map((entry) =>
    entry.drawing === drawing
      ? { ...entry, articulation: entry.articulation ?? targetOf(0) }
      : entry,
  );
  return { rest: drawing, drawings };
}

/** The part of a chart that is used in a mood: its own drawings, and those for every mood. */
export function chartInMood(chart: MouthChart, mood: string | null): MouthChart {
  const moods = moodsOf(chart);
  if (moods.length === 0) return chart;
  const wanted = mood !== null && moods.includes(mood) ? mood : moods[0]!;
  const drawings = chart.drawings.filter((entry) => entry.mood === wanted || entry.mood === null);
  const silent = nearestDrawing({ ...chart, drawings }, targetOf(0));
  const rest = drawings.some(({ drawing }) => drawing === chart.rest) ? chart.rest : silent;
  return { rest, drawings };
}

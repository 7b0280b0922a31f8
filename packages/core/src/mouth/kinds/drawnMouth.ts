import { object, string } from 'yup';
import type { Pose } from '../../pose';
import { mouthChartSchema, type MouthChart } from '../mouthChart';
import type { MouthState } from '../mouthState';

export const DRAWN_KINDS = ['two', 'steps', 'chart'] as const;

/**
 * Drawings of which one is seen at a time, held as animators hold them: two of them, steps of opening, or a
 * chart by sounds and moods.
 */
export interface DrawnMouth {
  readonly kind: (typeof DRAWN_KINDS)[number];
  /** The part that holds the drawings. */
  readonly part: string;
  readonly chart: MouthChart;
}

export const drawnMouthSchema = object({
  kind: string().required().oneOf(DRAWN_KINDS),
  part: string().required(),
  chart: mouthChartSchema,
});

export function drawnMouthPose({ part }: DrawnMouth, { drawing, fading }: MouthState): Pose {
  const both = fading && { fading: { part: fading.drawing, share: fading.share } };
  return new Map([[part, { shows: drawing, ...both }]]);
}

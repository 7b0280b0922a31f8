import { array, object, string } from 'yup';
import type { Pose } from '../../pose';
import type { MouthChart } from '../mouthChart';
import type { MouthState } from '../mouthState';

/** Drawings in order from shut to wide open, run through as the jaw opens. */
export interface StripMouth {
  readonly kind: 'strip';
  readonly part: string;
  /** Parts inside it, shut first; two at least. */
  readonly strip: readonly string[];
}

export const stripMouthSchema = object({
  kind: string().required().oneOf(['strip']),
  part: string().required(),
  strip: array(string().required()).required().min(2).max(200),
});

export function stripMouthPose({ part, strip }: StripMouth, { articulation }: MouthState): Pose {
  const at = Math.round(articulation.jaw * (strip.length - 1));
  return new Map([[part, { shows: strip[Math.min(strip.length - 1, Math.max(0, at))]! }]]);
}

/** What can be set by hand: each drawing of the strip. */
export function stripChart({ strip }: StripMouth): MouthChart {
  return {
    rest: strip[0]!,
    drawings: strip.map((drawing, at) => ({
      drawing,
      label: `${Math.round((100 * at) / (strip.length - 1))} % open`,
      articulation: { jaw: at / (strip.length - 1) },
      mood: null,
    })),
  };
}

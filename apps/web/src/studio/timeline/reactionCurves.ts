import type { StepCurve } from '@cruvo/core/reactions';
import { STEP_RATE } from '@cruvo/core/simulation';
import type { Viewport } from './viewport';

/** Of so many steps together, a group, the strongest is kept. */
const TOGETHER = 4;
/** Groups that are computed together, and steps. */
const GROUPS = STEP_RATE;
const CHUNK = GROUPS * TOGETHER;

/** What was computed of curves that are still there. */
const known = new WeakMap<StepCurve, Map<number, Float32Array>>();

/**
 * The values of a reaction in view, one for each pixel; null where more than `longest` seconds are.
 *
 * @param width pixels
 */
export function shapedBetween(
  curve: StepCurve,
  { start, scale }: Viewport,
  width: number,
  longest: number,
): Float32Array | null {
  if (width / scale > longest) return null;
  const chunks = known.get(curve) ?? new Map<number, Float32Array>();
  known.set(curve, chunks);
  const valueOf = (group: number): number => {
    const chunk = Math.floor(group / GROUPS);
    let values = chunks.get(chunk);
    if (!values) chunks.set(chunk, (values = strongestOf(curve(chunk * CHUNK, CHUNK))));
    return values[group - chunk * GROUPS]!;
  };
  const groupAt = (x: number) =>
    Math.max(0, Math.floor(((start + x / scale) * STEP_RATE) / TOGETHER));
  return Float32Array.from({ length: Math.ceil(width) }, (_, x) => {
    let most = valueOf(groupAt(x));
    for (let group = groupAt(x) + 1; group < groupAt(x + 1); group++) {
      most = stronger(most, valueOf(group));
    }
    return most;
  });
}

const stronger = (one: number, other: number) => (Math.abs(other) > Math.abs(one) ? other : one);

/** The strongest value of each group. */
function strongestOf(values: Float64Array): Float32Array {
  return Float32Array.from({ length: GROUPS }, (_, group) =>
    values.subarray(group * TOGETHER, (group + 1) * TOGETHER).reduce(stronger),
  );
}

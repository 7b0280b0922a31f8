import { multiply } from '../geometry';
import type { Light, PartPose } from './pose';

/** What two things that move a part do together; the later one is around the earlier. */
export function joinedPose(before: PartPose | undefined, more: PartPose): PartPose {
  if (!before) return more;
  return {
    ...before,
    ...more,
    ...(before.move && more.move && { move: multiply(more.move, before.move) }),
    ...(before.opacity !== undefined &&
      more.opacity !== undefined && { opacity: before.opacity * more.opacity }),
    ...(before.light && more.light && { light: joinedLight(before.light, more.light) }),
  };
}

function joinedLight(before: Light, more: Light): Light {
  return {
    tint: more.tint ?? before.tint,
    brighten: Math.max(-1, Math.min(1, before.brighten + more.brighten)),
    glow: more.glow ?? before.glow,
  };
}

import type { BodyControl } from '../bodyControl';
import type { Records } from '../../records';
import { padsOf, shareOf, valueAtShare, type Pad } from './pad';
import { confinedToPad, cornerWeights } from './padShape';

/** The values of controls where pads keep them in their regions, and show their corners. */
export function paddedValues(
  { pads, controls }: { readonly pads: Records<Pad>; readonly controls: Records<BodyControl> },
  valueOf: (id: string) => number,
): (id: string) => number {
  const set = new Map<string, number>();
  for (const pad of padsOf({ pads })) {
    const [across, down] = [controls[pad.across]!, controls[pad.down]!];
    const wanted = { x: shareOf(across, valueOf(across.id)), y: shareOf(down, valueOf(down.id)) };
    if (wanted.x === 0 && wanted.y === 0) continue;
    const place = confinedToPad(pad, wanted);
    set.set(across.id, valueAtShare(across, place.x));
    set.set(down.id, valueAtShare(down, place.y));
    cornerWeights(pad, place).forEach((weight, at) => {
      const { id, max, rest } = controls[pad.corners[at]!.control]!;
      if (weight > 0) set.set(id, Math.min(max, valueOf(id) + weight * (max - rest)));
    });
  }
  return set.size === 0 ? valueOf : (id) => set.get(id) ?? valueOf(id);
}

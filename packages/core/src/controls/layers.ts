import type { Flicks } from '../time';
import type { ControlSet, ControlValue, ControlValues } from './control';

/**
 * What sets controls, from below: a higher layer is laid over a lower one. Beneath all of them lies the value at
 * rest.
 */
export const LAYERS = ['life', 'dialogue', 'reactions', 'takes', 'keyframes', 'live'] as const;

export type Layer = (typeof LAYERS)[number];

/** Something that sets controls of one character over time. */
export interface ControlSource {
  readonly layer: Layer;
  /** A muted source is passed over. */
  readonly muted: boolean;
  /** `replace` goes from what lies beneath towards its own values, `add` adds them to it. Choices are replaced. */
  readonly mix: 'replace' | 'add';
  /** How much of it counts, 0 to 1; a choice is replaced from one half on. */
  readonly weight: number;
  /** The slots that it sets. */
  readonly slots: readonly number[];
  /** Writes its values into their slots; false where it has none at that time. */
  readonly sample: (time: Flicks, values: ControlValues) => boolean;
}

/** Values set from outside for the moment, by the ids of controls: a microphone, a pointer, a key. */
export type ControlOverrides = ReadonlyMap<string, ControlValue>;

/** Sources in the order in which they are laid over each other; of one layer, as they were given. */
export function inLayers(sources: readonly ControlSource[]): ControlSource[] {
  const rank = ({ layer }: ControlSource) => LAYERS.indexOf(layer);
  return sources.toSorted((a, b) => rank(a) - rank(b));
}

/** A source that has the same values at all times. */
export function overridesSource(set: ControlSet, overrides: ControlOverrides): ControlSource {
  const constant = set.rest.slice();
  const slots: number[] = [];
  for (const [id, value] of overrides) {
    const control = set.get(id);
    if (!control) continue;
    set.set(constant, id, value);
    const slot = set.slots.get(id)!;
    slots.push(slot);
    if (control.kind === 'point') slots.push(slot + 1);
  }
  return {
    ...{ layer: 'live', muted: false, mix: 'replace', weight: 1, slots },
    sample: (_time, values) => {
      for (const slot of slots) values[slot] = constant[slot]!;
      return true;
    },
  };
}

/**
 * The values of all controls at a time.
 *
 * @param sources in layers, the lowest first
 * @param values where they are written
 */
export function mixControls(
  set: ControlSet,
  sources: readonly ControlSource[],
  time: Flicks,
  values: ControlValues = new Float64Array(set.rest.length),
): ControlValues {
  values.set(set.rest);
  const own = set.scratch;
  for (const { muted, mix, weight, slots, sample } of sources) {
    if (muted || weight === 0 || !sample(time, own)) continue;
    for (const slot of slots) {
      if (set.isChoice(slot)) {
        if (weight >= 0.5) values[slot] = own[slot]!;
      } else if (mix === 'replace' && weight === 1) {
        values[slot] = own[slot]!;
      } else if (mix === 'add') values[slot]! += weight * own[slot]!;
      else values[slot]! += weight * (own[slot]! - values[slot]!);
    }
  }
  set.confine(values);
  return values;
}

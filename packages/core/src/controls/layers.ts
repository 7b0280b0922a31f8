import type { Flicks } from '../time';
import type { ControlSet, ControlValue, ControlValues } from './control';

/**
 * What sets controls, from below: a higher layer is laid over a lower one. Beneath all of them lies the value at
 * rest.
 */
export const LAYERS = ['life', 'dialogue', 'reactions', 'takes', 'keyframes', 'live'] as const;

export type Layer = (typeof LAYERS)[number];

/** Where a source comes from: a reaction, a take, a cue, a track of keys or a move that is laid down, by its id. */
export interface ControlOrigin {
  readonly kind: 'reaction' | 'take' | 'cue' | 'keys' | 'move';
  readonly id: string;
}

/** Something that sets controls of one character over time. */
export interface ControlSource {
  /** What people call it. */
  readonly name: string;
  readonly layer: Layer;
  /** Nothing for what belongs to every character. */
  readonly origin?: ControlOrigin;
  /** Of what is set live, the id of the cue that is on with it. */
  readonly cue?: string;
  /** A muted source is passed over. */
  readonly muted: boolean;
  /**
   * `replace` goes from what lies beneath towards its own values, `add` adds them to it, `strongest` replaces what is
   * nearer to rest. Choices are replaced.
   */
  readonly mix: 'replace' | 'add' | 'strongest';
  /** How much of it counts, 0 to 1; a choice is replaced from one half on. */
  readonly weight: number;
  /** The slots that it sets. */
  readonly slots: readonly number[];
  /** Writes its values into their slots; gives how much of them counts at that time, 0 to 1: nothing where it has none. */
  readonly sample: (time: Flicks, values: ControlValues) => number;
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
    ...{ name: 'Live', layer: 'live', muted: false, mix: 'replace', weight: 1, slots },
    sample: (_time, values) => {
      for (const slot of slots) values[slot] = constant[slot]!;
      return 1;
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
  for (const source of sources) layOver(set, source, time, values);
  set.confine(values);
  return values;
}

/** What one source makes of a value in turn. */
export interface Movement {
  readonly source: ControlSource;
  /** The value beneath it, and after it. */
  readonly from: number;
  readonly to: number;
}

/**
 * What moves one value at a time, the lowest first; those that have no say there are left out, but those that are muted
 * are not.
 */
export function movementsOf(
  set: ControlSet,
  sources: readonly ControlSource[],
  slot: number,
  time: Flicks,
): Movement[] {
  const values = set.rest.slice();
  return sources
    .filter(({ slots }) => slots.includes(slot))
    .map((source) => {
      const from = values[slot]!;
      layOver(set, source, time, values);
      return { source, from, to: values[slot]! };
    });
}

function layOver(
  set: ControlSet,
  { muted, mix, weight, slots, sample }: ControlSource,
  time: Flicks,
  values: ControlValues,
): void {
  const own = set.scratch;
  const share = muted || weight === 0 ? 0 : weight * sample(time, own);
  if (share === 0) return;
  for (const slot of slots) {
    const [is, now, rest] = [own[slot]!, values[slot]!, set.rest[slot]!];
    if (set.isChoice(slot)) {
      if (share >= 0.5) values[slot] = is;
    } else if (mix === 'add') values[slot] = now + share * is;
    else if (mix === 'replace') values[slot] = share === 1 ? is : now + share * (is - now);
    else if (share * Math.abs(is - rest) > Math.abs(now - rest)) {
      values[slot] = rest + share * (is - rest);
    }
  }
}

import type { ControlSet } from '../controls';
import type { KeptReaction, Reaction, SignalSpec } from '../reactions';
import { isOfVoice } from '../reactions';
import { labelOfTarget, placeOfTarget, targetsOf } from './targets';

/** A reaction as it is kept for other characters. */
export function keptReaction(
  id: string,
  { name, signal, low, high, shaping, targets, mix, weight }: Reaction,
  controls: ControlSet,
): Omit<KeptReaction, 'order'> {
  const known = targets.filter(({ control }) => placeOfTarget(controls, control));
  return {
    ...{ id, name, low, high, shaping, mix, weight },
    signal: forAnybody(signal),
    targets: known.map((target) => ({ ...target, label: labelOfTarget(controls, target.control) })),
    follows: signal.kind === 'control' ? labelOfTarget(controls, signal.control) : null,
  };
}

/** A kept reaction for a character: what it moves and follows is found by its name; what the character lacks is left out. */
export function reactionFor(
  { name, signal, low, high, shaping, targets, mix, weight, follows }: KeptReaction,
  controls: ControlSet,
): Omit<Reaction, 'id' | 'order'> {
  const named = namedTargets(controls);
  const found = targets.flatMap(({ control, amount, label }) => {
    const own =
      placeOfTarget(controls, control) && labelOfTarget(controls, control) === label
        ? control
        : named.get(label);
    return own === undefined ? [] : [{ control: own, amount }];
  });
  const followed: SignalSpec =
    signal.kind === 'control' ? { ...signal, control: named.get(follows ?? '') ?? '-' } : signal;
  return {
    ...{ name, low, high, shaping, mix, weight, muted: false },
    ...{ signal: followed, targets: found },
  };
}

/** All that a character's controls can be named as targets, by what people call it. */
function namedTargets(controls: ControlSet): ReadonlyMap<string, string> {
  return new Map(targetsOf(controls).map((target) => [labelOfTarget(controls, target), target]));
}

/** Somebody of one scene is not there in another: then it listens to the others. */
function forAnybody(signal: SignalSpec): SignalSpec {
  if (!isOfVoice(signal)) return signal;
  const anybody = ['own', 'others', 'everyone'].includes(signal.of);
  return anybody ? signal : { ...signal, of: 'others' };
}

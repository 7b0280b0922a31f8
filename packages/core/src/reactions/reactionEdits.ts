import { EASINGS } from '../keys';
import { inOrder, inTable, withRecord, type Records } from '../records';
import type { Reaction } from './reaction';
import type { ShapingKind, ShapingStep } from './shaping';
import type { SignalKind, SignalSpec } from './signalSpec';

/** A step as it is when it is added. */
export const USUAL_STEPS: { readonly [Kind in ShapingKind]: Extract<ShapingStep, { kind: Kind }> } =
  {
    gate: { kind: 'gate', level: 0.3 },
    follow: { kind: 'follow', attack: 0.05, release: 0.2 },
    smooth: { kind: 'smooth', seconds: 0.1 },
    window: { kind: 'window', from: 0.2, to: 0.8 },
    delay: { kind: 'delay', seconds: 0.1 },
    gain: { kind: 'gain', factor: 1.5 },
    offset: { kind: 'offset', amount: 0.1 },
    invert: { kind: 'invert' },
    curve: {
      kind: 'curve',
      points: [
        { in: 0, out: 0 },
        { in: 0.5, out: 0.3 },
        { in: 1, out: 1 },
      ],
    },
    limit: { kind: 'limit', least: 0, most: 1, soft: true },
    steps: { kind: 'steps', count: 4 },
    spring: { kind: 'spring', frequency: 2, damping: 0.5 },
    hold: { kind: 'hold', seconds: 0.3 },
    chance: { kind: 'chance', share: 0.5, seed: 1 },
    gesture: { kind: 'gesture', rise: 0.15, stay: 0.1, settle: 0.4, anticipation: 0.15 },
  };

/** A signal as it is when it is chosen. */
export function usualSignal(kind: SignalKind): SignalSpec {
  const of = 'own' as const;
  switch (kind) {
    case 'band':
    case 'onsets':
      return { kind, of, low: 80, high: 600 };
    case 'articulation':
      return { kind, of, dimension: 'jaw' };
    case 'word':
      return { kind, of, words: '' };
    case 'chance':
      return { kind, shortest: 2, longest: 8, lasts: 0.15, seed: 1 };
    case 'noise':
      return { kind, period: 3, seed: 1 };
    case 'cycle':
      return { kind, period: 4 };
    case 'beat':
      return { kind, perMinute: 100, first: 0 };
    case 'drawn':
      return { kind, keys: [{ time: 0, value: 0, easing: EASINGS.even }] };
    case 'control':
      return { kind, control: '' };
    case 'blinks':
    case 'gaze across':
    case 'gaze down':
    case 'bearing':
    case 'breath':
      return { kind, of, seed: 1 };
    default:
      return { kind, of };
  }
}

/** A table of reactions with one more, above all others. */
export function withReaction<Item extends Reaction>(
  reactions: Records<Item>,
  reaction: Omit<Item, 'order'>,
): Records<Item> {
  return inTable<Item>([
    ...inOrder(reactions),
    reaction as Omit<Item, 'order'> & { order?: string },
  ]);
}

/** A table with one reaction changed. */
export function withReactionChanged<Item extends Reaction>(
  reactions: Records<Item>,
  id: string,
  change: Partial<Reaction>,
): Records<Item> {
  return withRecord(reactions, id, (one) => ({ ...one, ...change }));
}

export function withoutReaction<Item extends Reaction>(
  reactions: Records<Item>,
  id: string,
): Records<Item> {
  return inTable<Item>(inOrder(reactions).filter((one) => one.id !== id));
}

/** A table in which a reaction stands at another place, counted from below. */
export function withReactionMoved<Item extends Reaction>(
  reactions: Records<Item>,
  id: string,
  to: number,
): Records<Item> {
  const list = [...inOrder(reactions)];
  const at = list.findIndex((one) => one.id === id);
  if (at < 0) return reactions;
  const [moved] = list.splice(at, 1);
  list.splice(to, 0, moved!);
  return inTable<Item>(list);
}

/** The same movement the other way round. */
export function flipped<Item extends Pick<Reaction, 'targets'>>(reaction: Item): Item {
  return {
    ...reaction,
    targets: reaction.targets.map((target) => ({ ...target, amount: -target.amount })),
  };
}

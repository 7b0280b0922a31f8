import { inOrder } from '../records';
import { reactionSchema, sceneReactionSchema, type Reaction } from './reaction';
import {
  flipped,
  USUAL_STEPS,
  usualSignal,
  withoutReaction,
  withReaction,
  withReactionMoved,
} from './reactionEdits';
import { SHAPING_KINDS } from './shaping';
import { SIGNAL_KINDS } from './signalSpec';

const reaction: Reaction = {
  ...{ id: 'nods', order: 'a0', name: 'Nods', low: null, high: null },
  signal: { kind: 'loudness', of: 'own' },
  shaping: [{ kind: 'gate', level: 0.2 }],
  targets: [{ control: 'body.nod', amount: 0.5 }],
  ...{ mix: 'add', weight: 1, muted: false },
};
const check = (change: object) => () =>
  reactionSchema.validateSync({ ...reaction, ...change }, { strict: true });

describe('a reaction that comes from outside', () => {
  it.each(SIGNAL_KINDS)('may follow %s, as it is when it is chosen', (kind) => {
    const signal = usualSignal(kind);
    const named = signal.kind === 'control' ? { ...signal, control: 'gaze/x' } : signal;
    expect(check({ signal: named })).not.toThrow();
  });
  it.each(SHAPING_KINDS)('may be shaped by %s, as it is when it is added', (kind) => {
    expect(check({ shaping: [USUAL_STEPS[kind]] })).not.toThrow();
  });
  it.each([
    ['an unknown signal', { signal: { kind: 'mood', of: 'own' } }, /signal is not known/],
    ['no signal', { signal: null }, /signal/],
    ['an empty band', { signal: { kind: 'band', of: 'own', low: 300, high: 300 } }, /band/],
    [
      'a shortest time above its longest',
      { signal: { kind: 'chance', shortest: 5, longest: 2, lasts: 1, seed: 1 } },
      /longest/,
    ],
    ['an unknown step', { shaping: [{ kind: 'wobble' }] }, /way of shaping/],
    ['an empty window', { shaping: [{ kind: 'window', from: 1, to: 1 }] }, /window/],
    ['limits that cross', { shaping: [{ ...USUAL_STEPS.limit, least: 2 }] }, /limit/],
    ['a curve out of order', { shaping: [curve(0.5, 0.5)] }, /order/],
    ['a delay of a minute', { shaping: [{ kind: 'delay', seconds: 60 }] }, /seconds/],
    ['a number that is none', { targets: [{ control: 'a', amount: NaN }] }, /amount/],
    ['ends at the same place', { low: -20, high: -20 }, /loud end/],
    ['too much weight', { weight: 1.5 }, /weight/],
    ['another mix', { mix: 'multiply' }, /mix/],
  ])('is refused with %s', (_what, change, sentence) => {
    expect(check(change)).toThrow(sentence);
  });
  it('counts in a stretch that ends after it begins', () => {
    const inScene = (stretch: object | null) => () =>
      sceneReactionSchema.validateSync({ ...reaction, member: 'a', stretch }, { strict: true });
    expect(inScene(null)).not.toThrow();
    expect(inScene({ start: 5, end: 5 })).toThrow(/after it begins/);
  });
});

function curve(first: number, second: number) {
  return {
    kind: 'curve',
    points: [
      { in: first, out: 0 },
      { in: second, out: 1 },
    ],
  };
}

describe('a table of reactions', () => {
  const named = (id: string) => ({ ...reaction, id });
  const table = ['a', 'b', 'c'].reduce(
    (all, id) => withReaction<Reaction>(all, named(id)),
    {} as Readonly<Record<string, Reaction>>,
  );
  const ids = (all: typeof table) => inOrder(all).map(({ id }) => id);
  it('takes another above all, moves one, and lets one go', () => {
    expect(ids(table)).toEqual(['a', 'b', 'c']);
    expect(ids(withReactionMoved(table, 'c', 0))).toEqual(['c', 'a', 'b']);
    expect(ids(withReactionMoved(table, 'gone', 0))).toEqual(['a', 'b', 'c']);
    expect(ids(withoutReaction(table, 'b'))).toEqual(['a', 'c']);
  });
  it('has one turned the other way round', () => {
    expect(flipped(reaction).targets).toEqual([{ control: 'body.nod', amount: -0.5 }]);
    expect(flipped(flipped(reaction))).toEqual(reaction);
  });
});

import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { toFlicks } from '../time';
import {
  emptyTrack,
  mirroredTrack,
  retimedTrack,
  thinned,
  trackOf,
  valueOfTrack,
  withKey,
  withKeyChanged,
  withoutKey,
  withTrack,
} from './keyEdits';
import { keysChangedFrom } from './keysChangedFrom';
import { EASINGS, keyTrackSchema, type KeyTrack } from './keyTrack';
import { eased, keyValueAt, shareOfTrack } from './keyValue';

const empty = emptyTrack('k', 'a', 'body.nod');
const second = toFlicks(1);
/** 0 at 1 s, 10 at 2 s, 4 at 4 s. */
const track = [
  [1, 0],
  [2, 10],
  [4, 4],
].reduce((now, [time, value]) => withKey(now, toFlicks(time!), value!), empty);
const at = (time: number, of = track) => keyValueAt(of.keys, toFlicks(time));

describe('keys', () => {
  it('have their values at their times, and hold them before the first and after the last', () => {
    expect([0, 1, 2, 4, 9].map((time) => at(time))).toEqual([0, 0, 10, 4, 4]);
  });
  it('go from one to the next slowly at first and last, half-way in the middle', () => {
    expect(at(1.5)).toBeCloseTo(5);
    expect(at(1.1)).toBeLessThan(0.5);
    expect(at(1.9)).toBeGreaterThan(9.5);
  });
  it('go evenly, stay, or go over the end, as their easing says', () => {
    const with_ = (name: keyof typeof EASINGS) =>
      withKeyChanged(track, second, { easing: EASINGS[name] });
    expect(at(1.25, with_('even'))).toBeCloseTo(2.5, 6);
    expect(at(1.99, with_('held'))).toBe(0);
    expect(at(2, with_('held'))).toBe(10);
    expect(
      Math.max(...[1.6, 1.7, 1.8, 1.9].map((time) => at(time, with_('over the end')))),
    ).toBeGreaterThan(10);
  });
  it('never leave the values beside them on a curve whose handles lie between', () => {
    const share = evenly(0, 1);
    fc.assert(
      fc.property(share, share, share, share, share, (x1, y1, x2, y2, time) => {
        const value = eased({ kind: 'curve', x1, y1, x2, y2 }, time);
        expect(value).toBeGreaterThanOrEqual(-1e-9);
        expect(value).toBeLessThanOrEqual(1 + 1e-9);
      }),
    );
  });
  it('come and go softly, and count wholly between', () => {
    expect([1, 2.5, 4].map((time) => shareOfTrack(track, toFlicks(time)))).toEqual([1, 1, 1]);
    expect(shareOfTrack(track, toFlicks(0.875))).toBeCloseTo(0.5);
    expect(shareOfTrack(track, toFlicks(4.3))).toBe(0);
    expect(shareOfTrack({ ...track, soft: 0 }, toFlicks(0.999))).toBe(0);
    expect(shareOfTrack(empty, 0)).toBe(0);
  });
});

describe('edits of keys', () => {
  it('take the place of a key at the same time, and take keys away', () => {
    expect(withKey(track, second, 7).keys).toHaveLength(3);
    expect(at(1, withKey(track, second, 7))).toBe(7);
    expect(withoutKey(track, second).keys.map(({ time }) => time)).toEqual([
      2 * second,
      4 * second,
    ]);
  });
  it('keep a key between its neighbours', () => {
    const moved = withKeyChanged(track, 2 * second, { time: 9 * second });
    expect(moved.keys.map(({ time }) => time)).toEqual([second, 4 * second - 1, 4 * second]);
    expect(withKeyChanged(track, 12345, { value: 3 })).toBe(track);
  });
  it('mirror about rest, and back', () => {
    expect(mirroredTrack(track, 1).keys.map(({ value }) => value)).toEqual([2, -8, -2]);
    expect(mirroredTrack(mirroredTrack(track, 1), 1)).toEqual(track);
  });
  it('retime from the first key on; however fast, no two meet', () => {
    expect(retimedTrack(track, 2).keys.map(({ time }) => time / second)).toEqual([1, 3, 7]);
    expect(new Set(retimedTrack(track, 0).keys.map(({ time }) => time)).size).toBe(3);
  });
  it('keep tracks in their table as long as they have keys', () => {
    const table = withTrack({}, track);
    expect(trackOf(table, 'a', 'body.nod')).toBe(track);
    expect(trackOf(table, 'b', 'body.nod')).toBeNull();
    expect(withTrack(table, { ...track, keys: [] })).toEqual({});
    expect(valueOfTrack(empty, 0, 0.25)).toBe(0.25);
  });
});

describe('thinning', () => {
  it('keeps every sample within its tolerance, with as few keys as that takes', () => {
    const values = fc.array(evenly(-1, 1), {
      minLength: 1,
      maxLength: 80,
    });
    fc.assert(
      fc.property(values, evenly(0.001, 0.5), (list, tolerance) => {
        const samples = list.map((value, index) => ({ time: 1000 * index, value }));
        const keys = thinned(samples, tolerance);
        for (const { time, value } of samples) {
          expect(Math.abs(keyValueAt(keys, time) - value)).toBeLessThanOrEqual(tolerance + 1e-6);
        }
      }),
    );
    const line = Array.from({ length: 50 }, (_, index) => ({ time: 10 * index, value: index }));
    expect(thinned(line, 0.001)).toHaveLength(2);
    expect(thinned([], 1)).toEqual([]);
  });
});

describe('a change of keys', () => {
  const from = (after: readonly KeyTrack[]) => keysChangedFrom([track], after) / second;
  it('is felt from the last key before it that stayed', () => {
    expect(from([track])).toBe(Infinity);
    expect(from([withKey(track, 3 * second, 0)])).toBe(2);
    expect(from([withoutKey(track, 4 * second)])).toBe(2);
    expect(from([withKey(track, 0, 1)])).toBe(0);
    expect(from([withKeyChanged(track, second, { value: 5 })])).toBe(0.75);
    expect(from([])).toBe(0.75);
    expect(from([{ ...track, muted: true }])).toBe(0.75);
    expect(from([track, { ...withKey(empty, 3 * second, 1), id: 'other' }])).toBe(2.75);
  });
});

describe('keys that come from outside', () => {
  const check = (change: object) => () =>
    keyTrackSchema.validateSync({ ...track, ...change }, { strict: true });
  it.each([
    ['out of order', { keys: [...track.keys].reverse() }, /order/],
    ['at the same time', { keys: [track.keys[0]!, track.keys[0]!] }, /different times/],
    ['with a value that is none', { keys: [{ ...track.keys[0]!, value: NaN }] }, /value/],
    [
      'with an unknown easing',
      { keys: [{ ...track.keys[0]!, easing: { kind: 'bouncy' } }] },
      /easing/,
    ],
    [
      'with handles outside time',
      { keys: [{ ...track.keys[0]!, easing: { ...EASINGS.even, x1: 2 } }] },
      /x1/,
    ],
    ['before the start', { keys: [{ ...track.keys[0]!, time: -1 }] }, /time/],
    ['mixed otherwise', { mix: 'strongest' }, /mix/],
  ])('are refused %s', (_what, change, sentence) => {
    expect(check({})).not.toThrow();
    expect(check(change)).toThrow(sentence);
  });
});

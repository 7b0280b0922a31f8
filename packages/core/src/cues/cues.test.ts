import fc from 'fast-check';
import { toFlicks } from '../time';
import { cueClipSchema, cueSchema, type Cue, type CueClip } from './cue';
import { freeKey, newCue } from './cueEdits';
import { CueKeyboard } from './cueRecorder';
import { cuesChangedFrom, cueSpans, shareOfCue } from './cueTimes';

const cue = (id: string, change: Partial<Cue> = {}): Cue => ({
  ...{ ...newCue(id, id, null), order: id, easeIn: 0, easeOut: 0 },
  ...change,
});
const clip = (id: string, of: string, start: number, length: number): CueClip => {
  return {
    ...{ id, member: 'una', cue: of, start: toFlicks(start), length: toFlicks(length) },
    hook: null,
  };
};
const table = <Item extends { id: string }>(...items: Item[]) =>
  Object.fromEntries(items.map((item) => [item.id, item]));
const ends = (clips: CueClip[], ...cues: Cue[]) =>
  cueSpans(table(...clips), 'una', table(...cues), () => null).map(({ clip: { id }, end }) => [
    id,
    end / toFlicks(1),
  ]);

describe('cues that are laid down', () => {
  it('end before their time where another one of their group begins', () => {
    const arms = { group: 'arms' };
    const clips = [clip('a', 'wave', 1, 3), clip('b', 'point', 2, 1), clip('c', 'smile', 1.5, 5)];
    const cues = [cue('wave', arms), cue('point', arms), cue('smile')];
    expect(ends(clips, ...cues)).toEqual([
      ['a', 2],
      ['c', 6.5],
      ['b', 3],
    ]);
  });
  it('are left out where their cue is gone, or somebody else has it', () => {
    const other = { ...clip('b', 'wave', 0, 1), member: 'bert' };
    expect(ends([clip('a', 'gone', 0, 1), other], cue('wave'))).toEqual([]);
  });
  it('come from their start on, and go from their end on', () => {
    const eased = { easeIn: toFlicks(0.5), easeOut: toFlicks(1) };
    const at = (time: number) => shareOfCue(eased, toFlicks(1), toFlicks(3), toFlicks(time));
    expect([0.9, 1, 1.25, 1.5, 2.9, 3, 3.5, 4, 5].map(at)).toEqual([0, 0, 0.5, 1, 1, 1, 0.5, 0, 0]);
  });
  it('never jump, however short they are', () => {
    const eased = { easeIn: toFlicks(0.5), easeOut: toFlicks(0.5) };
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 2, noNaN: true }), (length) => {
        const shares = Array.from({ length: 300 }, (_, at) =>
          shareOfCue(eased, 0, toFlicks(length), toFlicks(at / 100)),
        );
        const jumps = shares.slice(1).map((share, at) => Math.abs(share - shares[at]!));
        expect(Math.max(...jumps)).toBeLessThan(0.04);
      }),
    );
  });
  it('tell from when on they differ', () => {
    const spans = (...clips: CueClip[]) => cueSpans(table(...clips), 'una', known, () => null);
    const known = table(cue('wave', { group: 'arms' }));
    const [a, b] = [clip('a', 'wave', 1, 1), clip('b', 'wave', 3, 1)];
    expect(cuesChangedFrom(spans(a, b), spans(a, b))).toBe(Infinity);
    expect(cuesChangedFrom(spans(a), spans(a, b))).toBe(toFlicks(3));
    expect(cuesChangedFrom(spans(a, b), spans({ ...a, start: toFlicks(0.5) }, b))).toBe(
      toFlicks(0.5),
    );
    // One that now cuts another short changes that one too.
    const early = { ...b, start: toFlicks(1.5) };
    expect(cuesChangedFrom(spans(a, b), spans(a, early))).toBe(toFlicks(1));
  });
});

describe('cues that are fired by keys', () => {
  const fired = (cues: Cue[], work: (keys: CueKeyboard) => void, end = 10) => {
    const keys = new CueKeyboard();
    work(keys);
    const one = toFlicks(1);
    return keys
      .finish(toFlicks(end))
      .map(({ cue: id, start, length }) => [id, start / one, length / one]);
  };
  const [held, latched, timed] = [
    cue('held'),
    cue('latched', { mode: 'latched' }),
    cue('timed', { mode: 'timed', lasts: toFlicks(2) }),
  ];
  it('are on while their key is held, until it is pressed again, or for their time', () => {
    const all = fired([held, latched, timed], (keys) => {
      keys.press(held, toFlicks(1));
      // A key that is held down repeats itself.
      keys.press(held, toFlicks(1.2));
      keys.press(latched, toFlicks(1.5));
      keys.release('latched', toFlicks(1.6));
      keys.release('held', toFlicks(2));
      keys.press(timed, toFlicks(3));
      keys.release('timed', toFlicks(3.1));
      keys.press(latched, toFlicks(4));
      expect(keys.active.map(({ cue: { id } }) => id)).toEqual(['timed']);
      // What is on is told as far as it has come, and goes on.
      expect(keys.soFar(toFlicks(4.5)).at(-1)).toMatchObject({
        cue: 'timed',
        length: toFlicks(1.5),
      });
      keys.pass(toFlicks(6));
      expect(keys.active).toEqual([]);
    });
    expect(all).toEqual([
      ['held', 1, 1],
      ['latched', 1.5, 2.5],
      ['timed', 3, 2],
    ]);
  });
  it('end another one of their group, and with the pass; a short tap lasts a frame', () => {
    const one = cue('one', { mode: 'latched', group: 'face' });
    const two = cue('two', { group: 'face' });
    const all = fired([one, two], (keys) => {
      keys.press(one, toFlicks(1));
      keys.press(two, toFlicks(2));
      keys.release('two', toFlicks(2));
      keys.press(two, toFlicks(9));
    });
    expect(all).toEqual([
      ['one', 1, 1],
      ['two', 2, 1 / 60],
      ['two', 9, 1],
    ]);
  });
  it('begin anew where one with a time of its own is fired again', () => {
    const all = fired([timed], (keys) => {
      keys.press(timed, toFlicks(1));
      keys.press(timed, toFlicks(2));
    });
    expect(all).toEqual([
      ['timed', 1, 1],
      ['timed', 2, 2],
    ]);
  });
});

describe('a cue', () => {
  it('gets a letter of its name for a key, while one is free', () => {
    expect(freeKey([], 'Éwaves')).toBe('w');
    expect(freeKey([cue('a', { key: 'w' })], 'Waves')).toBe('a');
    const all = [...'abcdefghijklmnopqrstuvwxyz0123456789'].map((key) => cue(key, { key }));
    expect(freeKey(all, 'Waves')).toBeNull();
  });
  it('is refused where it can’t be fired or does nothing that is known', () => {
    const valid = (change: object) => cueSchema.isValidSync({ ...cue('wave'), ...change });
    expect(valid({})).toBe(true);
    expect([
      valid({ key: 'w' }),
      valid({ key: 'é' }),
      valid({ key: 'W' }),
      valid({ key: 'F1' }),
    ]).toEqual([true, true, false, false]);
    expect(valid({ action: { kind: 'explode' } })).toBe(false);
    expect(valid({ action: { kind: 'pose', targets: [{ control: 'a', amount: 2 }] } })).toBe(false);
    expect(valid({ lasts: 0 })).toBe(false);
    expect(cueClipSchema.isValidSync(clip('a', 'wave', 0, 1))).toBe(true);
    expect(cueClipSchema.isValidSync({ ...clip('a', 'wave', 0, 1), length: NaN })).toBe(false);
  });
});

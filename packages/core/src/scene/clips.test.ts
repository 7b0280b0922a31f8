import { placedMove } from '../keys';
import { takeOf, withTake } from '../passes';
import { testMaterial } from '../testing';
import { toFlicks } from '../time';
import { clipKey, clipsOf, withClipsAgain, withoutClips, type ClipRef } from './clips';

const base = testMaterial().scene;
const [member] = Object.keys(base.cast) as [string];
const take = takeOf(
  { id: 'a b', member, name: 'Take', recording: 'e'.repeat(64), start: toFlicks(2) },
  { duration: 1, channels: [] },
);
const hook = { line: 'l', word: 0, text: 'fog', after: 0 };
const scene = {
  ...base,
  takes: withTake({}, take),
  cues: { c: { id: 'c', member, cue: 'wink', start: toFlicks(3), length: toFlicks(1), hook } },
  moves: { m: placedMove('m', member, 'wave', toFlicks(1)) },
};
const all: readonly ClipRef[] = [
  { kind: 'take', id: 'a b' },
  { kind: 'cue', id: 'c' },
  { kind: 'move', id: 'm' },
];

describe('clips', () => {
  it('are found by their names while they are there', () => {
    expect(clipsOf(scene, all.map(clipKey))).toEqual(all);
    expect(clipsOf(scene, ['take gone', 'cue m', 'line c', ''])).toEqual([]);
  });
  it('are taken away together', () => {
    const left = withoutClips(scene, all);
    expect([left.takes, left.cues, left.moves]).toEqual([{}, {}, {}]);
    expect(withoutClips(scene, [])).toBe(scene);
  });
  it('are laid down once more as far apart as they were', () => {
    let next = 0;
    const { scene: laid, refs } = withClipsAgain(scene, all, toFlicks(10), () => `n${next++}`);
    expect(refs.map(clipKey)).toEqual(['take n0', 'cue n1', 'move n2']);
    expect([laid.takes['n0']!.start, laid.cues['n1']!.start, laid.moves['n2']!.start]).toEqual(
      [11, 12, 10].map(toFlicks),
    );
    // The copy lies over what was there, and no longer goes along with a word.
    expect(laid.takes['n0']!.order > laid.takes['a b']!.order).toBe(true);
    expect(laid.cues['n1']!.hook).toBeNull();
    expect(laid.cues['c']).toBe(scene.cues.c);
  });
});

import { emptyTrack, keptMove, placedMove, withKey, type KeyTrack, type PlacedMove } from '../keys';
import { type SceneReaction } from '../reactions';
import { toFlicks } from '../time';
import { baked } from './bake';
import { compile, type SceneMaterial } from './compile';
import { changedFrom } from './changes';
import { Player } from './player';

import { MEMBER, NOD, saidScene, valueAt } from '../testing/saidScene';

describe('keys', () => {
  const keyed = (change: Partial<KeyTrack>, ...reactions: Partial<SceneReaction>[]) => {
    const of = saidScene(...reactions);
    const track = [0.8, 1.2].reduce(
      (now, time) => withKey(now, toFlicks(time), time === 0.8 ? 1.5 : -0.5),
      { ...emptyTrack('k', MEMBER, NOD), ...change },
    );
    return { ...of, scene: { ...of.scene, keys: { k: track } } };
  };
  it('stand above reactions: instead of them, or added to them, while they last', () => {
    expect(valueAt(keyed({}, {}), 0.8)).toBeCloseTo(1.5);
    expect(valueAt(keyed({}, {}), 1.2)).toBeCloseTo(-0.5);
    expect(valueAt(keyed({ mix: 'add' }, {}), 1.2)).toBeCloseTo(0.5);
    expect(valueAt(keyed({ muted: true }, {}), 0.8)).toBeCloseTo(1);
    expect(valueAt(keyed({}, {}), 1.49)).toBeCloseTo(1);
    expect(valueAt(keyed({}), 3)).toBe(0);
  });
  it('of a control that is gone move nothing', () => {
    expect(valueAt(keyed({ control: 'body.gone' }), 0.8)).toBe(0);
    expect(valueAt(keyed({ control: 'gaze' }), 0.8)).toBe(0);
  });
  it('are felt from the key before the one that changed', () => {
    const before = keyed({}, {});
    const program = compile(before);
    const keys = { k: withKey(before.scene.keys['k']!, toFlicks(1), 0) };
    const after = compile({ ...before, scene: { ...before.scene, keys } }, program);
    expect(changedFrom(program, after).get(MEMBER)).toBe(toFlicks(0.8));
  });
});

describe('moves', () => {
  const keys = [0, 1, 2].reduce(
    (track, time) => withKey(track, toFlicks(time), time === 1 ? 1 : 0),
    emptyTrack('k', MEMBER, NOD),
  );
  const nod = keptMove('nod', 'Nod', [keys], { start: 0, end: toFlicks(2) })!;
  /** The nod of two seconds laid down at 3 s. */
  const moving = (change: Partial<PlacedMove>, ...reactions: Partial<SceneReaction>[]) => {
    const of = saidScene(...reactions);
    const character = { ...of.characters.get('chart')!, moves: { nod } };
    const placed = {
      ...placedMove('p', MEMBER, 'nod', toFlicks(3)),
      soft: toFlicks(0.5),
      ...change,
    };
    return {
      ...of,
      characters: new Map([...of.characters, ['chart', character]]),
      scene: { ...of.scene, moves: { p: placed } },
    };
  };
  const values = (of: SceneMaterial, ...times: number[]) => times.map((time) => valueAt(of, time));

  it('are made where they are laid down, and not elsewhere', () => {
    const [before, first, middle, last, after] = values(moving({}), 2, 3, 4, 5, 6);
    expect([before, first, last, after]).toEqual([0, 0, 0, 0]);
    expect(middle).toBeCloseTo(1);
  });
  it('are made again and again, faster or less, and end where they are cut off', () => {
    expect(values(moving({ times: 3 }), 4, 5, 6, 7, 8)).toEqual([1, 0, 1, 0, 1]);
    expect(values(moving({ speed: 2, times: 2 }), 3.5, 4, 4.5)).toEqual([1, 0, 1]);
    expect(valueAt(moving({ weight: 0.25 }), 4)).toBeCloseTo(0.25);
    // Half of it: it stays at its middle while it goes.
    expect(valueAt(moving({ times: 0.5 }), 4.25)).toBeCloseTo(0.5);
    expect(valueAt(moving({ times: 0.5 }), 4.6)).toBe(0);
  });
  it('end where they end, also where that is not where they began', () => {
    const of = moving({});
    const up = {
      ...nod,
      length: toFlicks(1),
      tracks: [{ control: NOD, keys: keys.keys.slice(0, 2) }],
    };
    const character = { ...of.characters.get('chart')!, moves: { nod: up } };
    const raised = { ...of, characters: new Map([...of.characters, ['chart', character]]) };
    expect(values(raised, 3, 4)).toEqual([0, 1]);
    expect(valueAt(raised, 4.25)).toBeCloseTo(0.5);
  });
  it('are added to what lies below, or stand instead of it, and lie beneath keys', () => {
    const always = { signal: { kind: 'cycle', period: 1e3 }, low: -1, high: 1 } as const;
    const below = valueAt(moving({ muted: true }, always), 4);
    expect(below).not.toBe(0);
    expect(valueAt(moving({}, always), 4)).toBeCloseTo(1);
    expect(valueAt(moving({ mix: 'add' }, always), 4)).toBeCloseTo(1 + below);
    const of = moving({});
    const above = withKey(emptyTrack('k', MEMBER, NOD), toFlicks(4), -1);
    expect(valueAt({ ...of, scene: { ...of.scene, keys: { k: above } } }, 4)).toBeCloseTo(-1);
  });
  it('that follow each other blend', () => {
    const of = moving({});
    const next = { ...of.scene.moves['p']!, id: 'q', start: toFlicks(4.25) };
    const both = { ...of, scene: { ...of.scene, moves: { ...of.scene.moves, q: next } } };
    const [alone, blended] = [valueAt(of, 4), valueAt(both, 4)];
    // The second one begins at rest, and counts for half at half its soft time before.
    expect(blended).toBeCloseTo(alone / 2);
  });
  it('of a character that has them no more, or of controls that are gone, move nothing', () => {
    expect(valueAt(moving({ move: 'gone' }), 4)).toBe(0);
    const of = moving({});
    const lost = { ...nod, tracks: [{ ...nod.tracks[0]!, control: 'body.gone' }] };
    const character = { ...of.characters.get('chart')!, moves: { nod: lost } };
    expect(
      valueAt({ ...of, characters: new Map([...of.characters, ['chart', character]]) }, 4),
    ).toBe(0);
  });
  it('are felt anew when they change', () => {
    const before = moving({});
    const program = compile(before);
    const moves = { p: { ...before.scene.moves['p']!, start: toFlicks(2) } };
    const after = compile({ ...before, scene: { ...before.scene, moves } }, program);
    const values = new Player(after).valuesAt(MEMBER, toFlicks(3))!;
    expect(after.memos.get(MEMBER)!.value.controls.range(values, NOD)).toBeCloseTo(1);
    expect(changedFrom(program, after).get(MEMBER)).toBeLessThanOrEqual(toFlicks(1.5));
  });
});

describe('baking', () => {
  it('makes keys that move a control as all did that moved it', () => {
    const of = saidScene({
      signal: { kind: 'noise', period: 0.6, seed: 2 },
      shaping: [{ kind: 'smooth', seconds: 0.1 }],
    });
    const program = compile(of);
    const own = program.memos.get(MEMBER)!.value;
    const keys = baked(own, NOD, { start: 0, end: toFlicks(4) }, '24');
    expect(keys.length).toBeGreaterThan(5);
    expect(keys.length).toBeLessThan(96);
    const track = { ...emptyTrack('k', MEMBER, NOD), keys };
    const alone = { ...of, scene: { ...of.scene, reactions: {}, keys: { k: track } } };
    for (let frame = 0; frame < 96; frame += 5) {
      const time = frame / 24;
      expect(Math.abs(valueAt(alone, time) - valueAt(of, time))).toBeLessThan(0.02);
    }
    expect(baked(own, 'body.gone', { start: 0, end: 100 }, '24')).toEqual([]);
  });
});

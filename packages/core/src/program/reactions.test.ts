import { bodyControlId } from '../character/controls';
import { withControl, withNewControl, withStop, withStopParts } from '../character';
import { emptyTrack, keptMove, placedMove, withKey, type KeyTrack, type PlacedMove } from '../keys';
import { withReaction, type Reaction, type SceneReaction } from '../reactions';
import { withRecord } from '../records';
import type { CastMember } from '../scene/cast';
import { textLine } from '../scene/line';
import { richScene } from '../testing/richScene';
import { hash } from '../testing/testScene';
import { testTrack } from '../testing/testTrack';
import { toFlicks } from '../time';
import { baked } from './bake';
import { compile, type SceneMaterial } from './compile';
import { changedFrom } from './changes';
import { Player } from './player';

const MEMBER = 'chart';
const NOD = bodyControlId('nod');
/** The rich scene, in which one line of two seconds is said: loud from 0.5 to 1.5 s. */
function material(...reactions: Partial<SceneReaction>[]): SceneMaterial {
  const rich = richScene();
  const character = ['nod', 'turn'].reduce((now, id) => {
    const made = withControl(withNewControl(now, id, id), id, { min: -1, max: 2 });
    return withStopParts(withStop(made, id, 2), id, 2, ['head'], (part) => ({ ...part, y: 10 }));
  }, rich.characters.get('chart')!);
  const row = Object.values(rich.scene.rows).find(({ target }) => target === MEMBER)!.id;
  const line = { ...textLine({ id: 'said', row, name: 'Said', start: 0 }), track: hash('d') };
  const duration = toFlicks(2);
  return {
    ...rich,
    characters: new Map([...rich.characters, ['chart', character]]),
    tracks: new Map([[hash('d'), testTrack([0, 0.5], [10, 1, 'a'], [0, 0.5])]]),
    scene: {
      ...rich.scene,
      lines: { said: { ...line, duration, length: duration } },
      reactions: reactions.reduce(
        (table, change, at) =>
          withReaction<SceneReaction>(table, { ...loud, id: `r${at}`, ...change }),
        {} as SceneMaterial['scene']['reactions'],
      ),
    },
  };
}
const loud: Omit<SceneReaction, 'order'> = {
  ...{ id: 'loud', member: MEMBER, name: 'Loud', signal: { kind: 'speaking', of: 'own' } },
  ...{ low: null, high: null, shaping: [], targets: [{ control: NOD, amount: 0.5 }] },
  ...{ mix: 'add', weight: 1, muted: false, stretch: null },
};

/** The value of a control at a time in seconds. */
function valueAt(of: SceneMaterial, time: number, id = NOD): number {
  const program = compile(of);
  const values = new Player(program).valuesAt(MEMBER, toFlicks(time))!;
  return program.memos.get(MEMBER)!.value.controls.range(values, id);
}
const problems = (of: SceneMaterial) =>
  compile(of)
    .memos.get(MEMBER)!
    .value.reactions.value.map(({ problem }) => problem);

describe('a reaction', () => {
  it('moves its controls towards their limit while its signal is strong, and leaves them at rest', () => {
    expect(valueAt(material({}), 1)).toBeCloseTo(1);
    expect(valueAt(material({}), 0.2)).toBe(0);
    expect(valueAt(material({}), 3)).toBe(0);
  });
  it('goes to the other side by its own way there where it is turned round', () => {
    expect(valueAt(material({ targets: [{ control: NOD, amount: -0.5 }] }), 1)).toBeCloseTo(-0.5);
  });
  it('moves many controls, each by its own amount, and is kept within their limits', () => {
    const both = material({
      targets: [
        { control: NOD, amount: 3 },
        { control: bodyControlId('turn'), amount: 0.1 },
      ],
    });
    expect(valueAt(both, 1)).toBe(2);
    expect(valueAt(both, 1, bodyControlId('turn'))).toBeCloseTo(0.2);
  });
  it('is added to others, stands instead of them, or counts where it is the strongest', () => {
    const with_ = (mix: Reaction['mix'], amount: number) =>
      valueAt(material({}, { mix, targets: [{ control: NOD, amount }] }), 1);
    expect(with_('add', 0.2)).toBeCloseTo(1.4);
    expect(with_('replace', 0.2)).toBeCloseTo(0.4);
    expect(with_('strongest', 0.2)).toBeCloseTo(1);
    expect(with_('strongest', 0.9)).toBeCloseTo(1.8);
  });
  it('counts by its weight, not at all where it is muted, and only in its stretch', () => {
    expect(valueAt(material({ weight: 0.25 }), 1)).toBeCloseTo(0.25);
    expect(valueAt(material({ muted: true }), 1)).toBe(0);
    const stretch = { start: toFlicks(0.6), end: toFlicks(1.4) };
    expect(valueAt(material({ stretch }), 0.55)).toBe(0);
    expect(valueAt(material({ stretch }), 1)).toBeCloseTo(1);
    expect(valueAt(material({ stretch }), 0.7)).toBeGreaterThan(0.05);
    expect(valueAt(material({ stretch }), 0.7)).toBeLessThan(0.5);
  });
  it('moves a point across and down', () => {
    const of = material({ targets: [{ control: 'gaze/y', amount: 1 }] });
    const program = compile(of);
    const { controls } = program.memos.get(MEMBER)!.value;
    const gaze = controls.point(new Player(program).valuesAt(MEMBER, toFlicks(1))!, 'gaze');
    const gazeControl = controls.get('gaze');
    expect(gaze).toEqual({ x: 0, y: gazeControl?.kind === 'point' ? gazeControl.reach.y : NaN });
  });
  it('of a character goes wherever it goes, beneath those of the scene', () => {
    const of = material({ mix: 'replace', targets: [{ control: NOD, amount: 0.1 }] });
    const character = of.characters.get('chart')!;
    const { member: _, stretch: __, ...own } = loud;
    const reacting = { ...character, reactions: withReaction<Reaction>({}, own) };
    const characters = new Map([...of.characters, ['chart', reacting]]);
    expect(valueAt({ ...of, characters }, 1)).toBeCloseTo(0.2);
    expect(valueAt({ ...of, characters, scene: { ...of.scene, reactions: {} } }, 1)).toBeCloseTo(1);
  });
});

describe('a reaction that follows a control', () => {
  const turn = bodyControlId('turn');
  const follows = (control: string, target: string, amount = 0.5): Partial<SceneReaction> => ({
    ...{ signal: { kind: 'control', control }, targets: [{ control: target, amount }] },
  });
  it('goes along with it, whichever of the two comes first', () => {
    for (const list of [
      [{}, follows(NOD, turn)],
      [follows(NOD, turn), {}],
    ]) {
      expect(valueAt(material(...list), 1, turn)).toBeCloseTo(0.5);
    }
  });
  it('is told where it would follow itself, also through others, and moves nothing', () => {
    const own = material(follows(NOD, NOD));
    expect(problems(own)).toEqual(['It would follow what it moves itself.']);
    const round = problems(material(follows(NOD, turn), follows(turn, NOD)));
    expect(round.filter((problem) => problem?.includes('itself'))).toHaveLength(1);
    expect(valueAt(own, 1)).toBe(0);
  });
  it('is told where a control is gone', () => {
    expect(problems(material(follows('body.gone', NOD)))[0]).toMatch(/follows is not there/);
    expect(problems(material({ targets: [{ control: 'body.gone', amount: 1 }] }))[0]).toMatch(
      /moves is not there/,
    );
    expect(problems(material({ targets: [] }))[0]).toMatch(/choose a control/);
  });
});

describe('signals', () => {
  const of = (signal: SceneReaction['signal'], change: Partial<SceneReaction> = {}) =>
    material({ signal, targets: [{ control: NOD, amount: 0.5 }], ...change });
  it.each([
    ['phrase start', 0.55, 0.7],
    ['phrase end', 1.55, 1.4],
    ['silence', 2.6, 1],
    ['voiced', null, 1],
    ['question', null, 1],
    ['pitch', null, 1],
  ] as const)('%s', (kind, there, gone) => {
    const { tracks, ...rest } = of({ kind, of: 'own' });
    if (there !== null) expect(valueAt({ tracks, ...rest }, there)).toBeGreaterThan(0.1);
    expect(valueAt({ tracks, ...rest }, gone)).toBe(0);
  });
  it('a voice of constant loudness moves things half-way, silence not at all', () => {
    expect(valueAt(of({ kind: 'loudness', of: 'own' }), 1)).toBeCloseTo(0.5);
    expect(valueAt(of({ kind: 'loudness', of: 'own' }), 0.2)).toBe(0);
  });
  it('an end that is set by hand stays as it was set', () => {
    const signal = { kind: 'loudness', of: 'own' } as const;
    expect(valueAt(of(signal, { low: -40, high: -10 }), 1)).toBeCloseTo(2 / 3);
    expect(valueAt(of(signal, { low: -20, high: -20.5 }), 1)).toBe(0);
  });
  it('given words count while they are said', () => {
    const said = of({ kind: 'word', of: 'own', words: 'oh, A!' });
    const track = { ...said.tracks.get(hash('d'))!, words: [{ text: 'a', start: 0.5, end: 1.5 }] };
    const known = { ...said, tracks: new Map([[hash('d'), track]]) };
    expect(valueAt(known, 1)).toBeCloseTo(1);
    expect(valueAt(said, 1)).toBe(0);
  });
  it('others, everybody, and whom one names are listened to', () => {
    const kind = 'speaking';
    expect(valueAt(of({ kind, of: 'others' }), 1)).toBe(0);
    expect(valueAt(of({ kind, of: 'everyone' }), 1)).toBeCloseTo(1);
    expect(valueAt(of({ kind, of: MEMBER }), 1)).toBeCloseTo(1);
    expect(valueAt(of({ kind, of: 'somebody who is gone' }), 1)).toBe(0);
  });
  it('stay with their sounds in a line that is moved and trimmed', () => {
    const scene = of({ kind: 'speaking', of: 'own' });
    const lines = withRecord(scene.scene.lines, 'said', (line) => ({
      ...line,
      ...{ start: toFlicks(2), offset: toFlicks(1), length: toFlicks(1) },
    }));
    // Of what is said from 0.5 to 1.5 s, only the second half is heard, from 2 s on.
    const moved = { ...scene, scene: { ...scene.scene, lines } };
    expect([1.9, 2.25, 2.6].map((time) => valueAt(moved, time))).toEqual([0, 1, 0]);
  });
  it('a line that is gone, muted or not yet heard is silent', () => {
    const scene = of({ kind: 'speaking', of: 'own' });
    const row = scene.scene.lines['said']!.row;
    const muted = withRecord(scene.scene.rows, row, (one) => ({ ...one, muted: true }));
    expect(valueAt({ ...scene, scene: { ...scene.scene, lines: {} } }, 1)).toBe(0);
    expect(valueAt({ ...scene, scene: { ...scene.scene, rows: muted } }, 1)).toBe(0);
    expect(valueAt({ ...scene, tracks: new Map() }, 1)).toBe(0);
  });
  it.each([
    { kind: 'chance', shortest: 0.2, longest: 0.4, lasts: 0.2, seed: 3 },
    { kind: 'noise', period: 0.3, seed: 3 },
    { kind: 'cycle', period: 0.5 },
    { kind: 'beat', perMinute: 120, first: 0.1 },
    { kind: 'blinks', of: 'own', seed: 1 },
    { kind: 'breath', of: 'own', seed: 1 },
    { kind: 'bearing', of: 'own', seed: 1 },
    { kind: 'gaze across', of: 'own', seed: 1 },
    { kind: 'band', of: 'own', low: 100, high: 900 },
    { kind: 'onsets', of: 'own', low: 100, high: 900 },
    { kind: 'articulation', of: 'own', dimension: 'jaw' },
    { kind: 'emphasis', of: 'own' },
    { kind: 'intonation', of: 'own' },
  ] as const)('%j: the same frame in any order, never beyond its limits', (signal) => {
    const scene = of(signal, { shaping: [{ kind: 'follow', attack: 0.02, release: 0.1 }] });
    const times = [3.2, 0.1, 1.7, 0.8, 3.9, 1.7];
    const player = new Player(compile(scene));
    const { controls } = compile(scene).memos.get(MEMBER)!.value;
    for (const time of times) {
      const one = controls.range(player.valuesAt(MEMBER, toFlicks(time))!, NOD);
      expect(one).toBe(valueAt(scene, time));
      expect(one).toBeGreaterThanOrEqual(-1);
      expect(one).toBeLessThanOrEqual(2);
    }
  });
});

it('eyes go to where the others stand, also in a mirrored drawing', () => {
  const across = (x: number, mirrored: boolean) => {
    const of = material({
      signal: { kind: 'gaze across', of: 'own', seed: 1 },
      targets: [{ control: 'gaze/x', amount: 1 }],
    });
    const other = Object.values(of.scene.rows).find(({ target }) => target !== MEMBER)!;
    const lines = {
      ...of.scene.lines,
      reply: { ...of.scene.lines['said']!, id: 'reply', row: other.id, start: toFlicks(2) },
    };
    const cast = withRecord<CastMember>(of.scene.cast, MEMBER, (one) => ({ ...one, x, mirrored }));
    const program = compile({ ...of, scene: { ...of.scene, lines, cast } });
    const { controls } = program.memos.get(MEMBER)!.value;
    return Math.sign(controls.point(new Player(program).valuesAt(MEMBER, 0)!, 'gaze').x);
  };
  expect([across(-9999, false), across(9999, false)]).toEqual([1, -1]);
  expect([across(-9999, true), across(9999, true)]).toEqual([-1, 1]);
});

describe('an edit', () => {
  it('of a reaction is felt from the start, one of something else not at all', () => {
    const before = material({});
    const program = compile(before);
    const louder = { ...before.scene.reactions['r0']!, weight: 0.5 };
    const edited = compile(
      { ...before, scene: { ...before.scene, reactions: { r0: louder } } },
      program,
    );
    expect(changedFrom(program, edited).get(MEMBER)).toBe(0);
    const cast = withRecord<CastMember>(before.scene.cast, MEMBER, (one) => ({
      ...one,
      y: one.y + 5,
    }));
    const moved = compile({ ...before, scene: { ...before.scene, cast } }, program);
    expect(changedFrom(program, moved).get(MEMBER)).toBe(Infinity);
    const corrections = [{ start: 0, end: 100_000_000, drawing: 'b' }];
    const lines = withRecord(before.scene.lines, 'said', (one) => ({ ...one, corrections }));
    const keyed = compile({ ...before, scene: { ...before.scene, lines } }, program);
    expect(keyed.signals.value).toBe(program.signals.value);
  });
});

describe('keys', () => {
  const keyed = (change: Partial<KeyTrack>, ...reactions: Partial<SceneReaction>[]) => {
    const of = material(...reactions);
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
    const of = material(...reactions);
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
    const of = material({
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

import { bodyControlId } from '../character/controls';
import { withReaction, type Reaction, type SceneReaction } from '../reactions';
import { withRecord } from '../records';
import type { CastMember } from '../scene/cast';
import { hash } from '../testing/testScene';
import { toFlicks } from '../time';
import { compile } from './compile';
import { changedFrom } from './changes';
import { Player } from './player';

import { LOUD, MEMBER, NOD, problems, saidScene, valueAt } from '../testing/saidScene';

describe('a reaction', () => {
  it('moves its controls towards their limit while its signal is strong, and leaves them at rest', () => {
    expect(valueAt(saidScene({}), 1)).toBeCloseTo(1);
    expect(valueAt(saidScene({}), 0.2)).toBe(0);
    expect(valueAt(saidScene({}), 3)).toBe(0);
  });
  it('goes to the other side by its own way there where it is turned round', () => {
    expect(valueAt(saidScene({ targets: [{ control: NOD, amount: -0.5 }] }), 1)).toBeCloseTo(-0.5);
  });
  it('moves many controls, each by its own amount, and is kept within their limits', () => {
    const both = saidScene({
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
      valueAt(saidScene({}, { mix, targets: [{ control: NOD, amount }] }), 1);
    expect(with_('add', 0.2)).toBeCloseTo(1.4);
    expect(with_('replace', 0.2)).toBeCloseTo(0.4);
    expect(with_('strongest', 0.2)).toBeCloseTo(1);
    expect(with_('strongest', 0.9)).toBeCloseTo(1.8);
  });
  it('counts by its weight, not at all where it is muted, and only in its stretch', () => {
    expect(valueAt(saidScene({ weight: 0.25 }), 1)).toBeCloseTo(0.25);
    expect(valueAt(saidScene({ muted: true }), 1)).toBe(0);
    const stretch = { start: toFlicks(0.6), end: toFlicks(1.4) };
    expect(valueAt(saidScene({ stretch }), 0.55)).toBe(0);
    expect(valueAt(saidScene({ stretch }), 1)).toBeCloseTo(1);
    expect(valueAt(saidScene({ stretch }), 0.7)).toBeGreaterThan(0.05);
    expect(valueAt(saidScene({ stretch }), 0.7)).toBeLessThan(0.5);
  });
  it('moves a point across and down', () => {
    const of = saidScene({ targets: [{ control: 'gaze/y', amount: 1 }] });
    const program = compile(of);
    const { controls } = program.memos.get(MEMBER)!.value;
    const gaze = controls.point(new Player(program).valuesAt(MEMBER, toFlicks(1))!, 'gaze');
    const gazeControl = controls.get('gaze');
    expect(gaze).toEqual({ x: 0, y: gazeControl?.kind === 'point' ? gazeControl.reach.y : NaN });
  });
  it('of a character goes wherever it goes, beneath those of the scene', () => {
    const of = saidScene({ mix: 'replace', targets: [{ control: NOD, amount: 0.1 }] });
    const character = of.characters.get('chart')!;
    const { member: _, stretch: __, ...own } = LOUD;
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
      expect(valueAt(saidScene(...list), 1, turn)).toBeCloseTo(0.5);
    }
  });
  it('is told where it would follow itself, also through others, and moves nothing', () => {
    const own = saidScene(follows(NOD, NOD));
    expect(problems(own)).toEqual(['It would follow what it moves itself.']);
    const round = problems(saidScene(follows(NOD, turn), follows(turn, NOD)));
    expect(round.filter((problem) => problem?.includes('itself'))).toHaveLength(1);
    expect(valueAt(own, 1)).toBe(0);
  });
  it('is told where a control is gone', () => {
    expect(problems(saidScene(follows('body.gone', NOD)))[0]).toMatch(/follows is not there/);
    expect(problems(saidScene({ targets: [{ control: 'body.gone', amount: 1 }] }))[0]).toMatch(
      /moves is not there/,
    );
    expect(problems(saidScene({ targets: [] }))[0]).toMatch(/choose a control/);
  });
});

describe('signals', () => {
  const of = (signal: SceneReaction['signal'], change: Partial<SceneReaction> = {}) =>
    saidScene({ signal, targets: [{ control: NOD, amount: 0.5 }], ...change });
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
    const of = saidScene({
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
    const before = saidScene({});
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

import { bodyControlId } from '../character/controls';
import { cueAt, newCue, type Cue, type CueAction, type CueClip, type CueFlip } from '../cues';
import { keptMove } from '../keys';
import { emptyTrack, withKey } from '../keys';
import { MEMBER, NOD, saidScene, valueAt } from '../testing/saidScene';
import { toFlicks } from '../time';
import { compile, type SceneMaterial } from './compile';
import { changedFrom } from './changes';
import { moverRows } from './moverRows';
import { Player } from './player';
import { wordNear } from './wordTimes';

const TURN = bodyControlId('turn');
const pose = (control: string, amount: number): CueAction => {
  return { kind: 'pose', targets: [{ control, amount }] };
};
const cue = (id: string, action: CueAction, change: Partial<Cue> = {}): Cue => ({
  ...{ ...newCue(id, id, null), order: id, easeIn: 0, easeOut: 0, action },
  ...change,
});
const clip = (id: string, of: string, start: number, length: number): CueClip => {
  return {
    ...{ id, member: MEMBER, cue: of, start: toFlicks(start), length: toFlicks(length) },
    hook: null,
  };
};
const table = <Item extends { id: string }>(items: readonly Item[]) =>
  Object.fromEntries(items.map((item) => [item.id, item]));

/** A scene in which cues are laid down, whose character has nothing else that moves it. */
function cued(cues: Cue[], clips: CueClip[], base = saidScene({ muted: true })): SceneMaterial {
  const character = base.characters.get('chart')!;
  const with_ = { ...character, cues: table(cues) };
  return {
    ...base,
    characters: new Map([...base.characters, ['chart', with_]]),
    scene: { ...base.scene, cues: table(clips) },
  };
}

describe('a cue that is laid down', () => {
  it('sets its controls while it is on, coming and going as it should', () => {
    const eased = { easeIn: toFlicks(0.2), easeOut: toFlicks(0.4) };
    const of = cued([cue('look', pose(NOD, 0.5), eased)], [clip('a', 'look', 1, 1)]);
    const values = [0.9, 1.1, 1.5, 2.2, 2.5].map((time) => valueAt(of, time));
    [0, 0.5, 1, 0.5, 0].forEach((value, at) => expect(values[at]).toBeCloseTo(value));
  });
  it('goes to the other side below 0, and passes over what is not there', () => {
    const action: CueAction = {
      kind: 'pose',
      targets: [
        { control: NOD, amount: -1 },
        { control: 'body.gone', amount: 1 },
      ],
    };
    expect(valueAt(cued([cue('look', action)], [clip('a', 'look', 1, 1)]), 1.5)).toBeCloseTo(-1);
  });
  it('lets others pause while it lasts, where it says so', () => {
    const first = cue('look', pose(NOD, 0.5));
    const clips = [clip('a', 'look', 1, 3), clip('b', 'glance', 2, 1)];
    const of = (others: Cue['others']) =>
      cued([first, cue('glance', pose(TURN, 1), { others })], clips);
    const nods = (others: Cue['others']) =>
      [1.5, 2.5, 3.5].map((time) => valueAt(of(others), time));
    expect(nods('stay')).toEqual([1, 1, 1]);
    expect(nods('pause')).toEqual([1, 0, 1]);
    expect(nods('end')).toEqual([1, 0, 0]);
    // It does not pause itself.
    expect(valueAt(of('pause'), 2.5, TURN)).toBeGreaterThan(0.5);
  });
  it('shows a run of drawings: once, again and again, or as long as it lasts', () => {
    const flip = (runs: CueFlip['runs']) => {
      const action: CueAction = {
        ...{ kind: 'flip', control: 'mouth.drawing', drawings: ['open', 'gone', 'grin', 'open'] },
        ...{ rate: 4, runs },
      };
      const program = compile(cued([cue('flap', action)], [clip('a', 'flap', 1, 1.5)]));
      const { controls } = program.memos.get(MEMBER)!.value;
      const control = controls.get('mouth.drawing');
      const options = control?.kind === 'choice' ? control.options : [];
      const slot = controls.slots.get('mouth.drawing')!;
      const player = new Player(program);
      return [1.1, 1.3, 1.6, 1.9, 2.2].map(
        (time) => options[player.valuesAt(MEMBER, toFlicks(time))![slot]!],
      );
    };
    const below = flip('once').at(-1)!;
    expect(flip('once')).toEqual(['open', 'grin', 'open', below, below]);
    expect(flip('again')).toEqual(['open', 'grin', 'open', 'open', 'grin']);
    expect(flip('stretched')).toEqual(['open', 'open', 'grin', 'grin', 'open']);
  });
  it('goes along with its word, wherever its line and its voice put it', () => {
    const said = saidScene({ muted: true });
    const { scene, tracks } = said;
    const line = scene.lines['said']!;
    const word = { text: 'Fog', start: 0.7, end: 0.9 };
    const words = [{ text: 'the', start: 0.5, end: 0.7 }, word];
    const heard = { ...tracks.get(line.track!)!, words };
    const base = { ...said, tracks: new Map([[line.track!, heard]]) };
    const hook = {
      line: line.id,
      word: 4,
      text: word.text.toUpperCase(),
      after: toFlicks(0.1),
    };
    const hooked = { ...clip('a', 'look', 9, 0.5), hook };
    const spans = (material: SceneMaterial) => compile(material).memos.get(MEMBER)!.value.cues;
    const of = cued([cue('look', pose(NOD, 1))], [hooked], base);
    const begins = toFlicks(word.start) + line.start - line.offset;
    expect(spans(of)[0]).toMatchObject({ start: begins + toFlicks(0.1) });
    const later = { ...line, start: line.start + toFlicks(1) };
    const moved = { ...of, scene: { ...of.scene, lines: { ...of.scene.lines, [line.id]: later } } };
    expect(spans(moved)[0]!.start).toBe(spans(of)[0]!.start + toFlicks(1));
    // Where its word is gone it stays at its time.
    const gone = { ...hooked, hook: { ...hook, text: 'elsewhere' } };
    expect(spans({ ...of, scene: { ...of.scene, cues: { a: gone } } })[0]!.start).toBe(toFlicks(9));
    // Dragged elsewhere, it still goes along.
    expect(cueAt(spans(of)[0]!, begins)).toMatchObject({ start: begins, hook: { after: 0 } });
    const [program] = compile(of).lines.values();
    expect(wordNear([program!], begins + toFlicks(0.05))).toMatchObject({ text: word.text });
    expect(wordNear([program!], toFlicks(1000))).toBeNull();
  });
  it('makes a move, again and again while it lasts', () => {
    const track = withKey(withKey(emptyTrack('k', MEMBER, NOD), 0, 0), toFlicks(0.5), 1);
    const move = keptMove('nods', 'Nods', [track], { start: 0, end: toFlicks(0.5) })!;
    const of = cued([cue('nods', { kind: 'move', move: 'nods' })], [clip('a', 'nods', 1, 2)]);
    const character = { ...of.characters.get('chart')!, moves: { nods: move } };
    const moving = { ...of, characters: new Map([...of.characters, ['chart', character]]) };
    expect(valueAt(moving, 1.25)).toBeGreaterThan(0.1);
    expect(valueAt(moving, 1.25)).toBeCloseTo(valueAt(moving, 1.75));
    expect(valueAt(of, 1.25)).toBe(0);
  });
  it('shows a drawing of the mouth, also while something is said', () => {
    const shown = (drawing: string) => {
      const of = cued([cue('face', { kind: 'mouth', drawing })], [clip('a', 'face', 1, 1)]);
      const program = compile(of);
      const { controls } = program.memos.get(MEMBER)!.value;
      return controls.choice(new Player(program).valuesAt(MEMBER, toFlicks(1.5))!, 'mouth.drawing');
    };
    expect(['rest', 'open'].map(shown)).toEqual(['rest', 'open']);
    expect(shown('gone')).toBe(shown('gone again'));
  });
  it('lets a reaction count that is muted otherwise', () => {
    const action: CueAction = { kind: 'reaction', reaction: 'r0' };
    const of = cued([cue('react', action)], [clip('a', 'react', 0.8, 0.4)]);
    expect([0.7, 1, 1.3].map((time) => valueAt(of, time) > 0.5)).toEqual([false, true, false]);
  });
  it('lies above takes and reactions, a later one above an earlier one', () => {
    const reacting = saidScene({});
    const cues = [cue('less', pose(NOD, 0.1)), cue('more', pose(NOD, 0.4))];
    const clips = [clip('a', 'less', 0.5, 2), clip('b', 'more', 1, 0.5)];
    const of = cued(cues, clips, reacting);
    expect([0.75, 1.25].map((time) => valueAt(of, time))).toEqual([
      expect.closeTo(0.2),
      expect.closeTo(0.8),
    ]);
  });
  it('is a row of what moves the member, and an edit of it changes nothing before it', () => {
    const cues = [cue('look', pose(TURN, 1)), cue('nod', pose(NOD, 1))];
    const base = cued(cues, [clip('a', 'look', 1, 2), clip('b', 'nod', 2, 2)]);
    const before = compile(base);
    const rows = moverRows(before.memos.get(MEMBER)!.value, { withReactions: false });
    expect(rows.map((row) => [row.kind, row.name])).toEqual([
      ['cues', 'Cues'],
      ['cues', 'Cues'],
    ]);
    const later = { ...base.scene.cues, b: clip('b', 'nod', 2.5, 2) };
    const after = compile({ ...base, scene: { ...base.scene, cues: later } }, before);
    expect(changedFrom(before, after).get(MEMBER)).toBe(toFlicks(2));
  });
});

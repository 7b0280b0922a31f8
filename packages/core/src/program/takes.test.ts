import { bodyControlId } from '../character/controls';
import { withReaction, type SceneReaction } from '../reactions';
import { withTake, withTakeChannel, takeOf, type PassRecording, type TakeClip } from '../passes';
import { hash } from '../testing/testScene';
import { MEMBER, NOD, saidScene } from '../testing/saidScene';
import { toFlicks } from '../time';
import { compile, type Program, type SceneMaterial } from './compile';
import { changedFrom } from './changes';
import { Player } from './player';

const second = toFlicks(1);
/** The head goes down to its limit within a second, and stays. */
const recording: PassRecording = {
  duration: 2,
  channels: [
    { control: NOD, times: Float32Array.of(0, 1, 2), values: Float32Array.of(0, 2, 2) },
    { control: 'gone', times: Float32Array.of(0), values: Float32Array.of(1) },
  ],
};
const plain: TakeClip = {
  ...takeOf(
    { id: 't', member: MEMBER, name: 'Take', recording: hash('e'), start: second },
    recording,
  ),
  ...{ order: 'a0', fadeIn: 0, fadeOut: 0 },
};
const recordings = new Map([[hash('e'), recording]]);

const material = saidScene();

function sceneWith(...takes: TakeClip[]): SceneMaterial {
  const table = takes.reduce((now, take) => withTake(now, take), {} as Record<string, TakeClip>);
  return { ...material, recordings, scene: { ...material.scene, takes: table } };
}
const nodAt = (material: SceneMaterial, ...times: number[]) => {
  const program = compile(material);
  const slot = program.memos.get(MEMBER)!.value.controls.slots.get(NOD)!;
  const player = new Player(program);
  return times.map((time) => Number(player.valuesAt(MEMBER, toFlicks(time))![slot]!.toFixed(4)));
};

describe('takes in a scene', () => {
  it('move controls as they were performed, where they lie, and nothing beside', () => {
    expect(nodAt(sceneWith(plain), 0.5, 1, 1.5, 2.5, 3)).toEqual([0, 0, 1, 2, 0]);
  });
  it('come and go softly at their ends', () => {
    const soft = { ...plain, fadeIn: second, fadeOut: second };
    const [early, middle, late] = nodAt(sceneWith(soft), 1.5, 2, 2.5);
    expect([early, middle, late]).toEqual([0.5, 2, 1]);
  });
  it('are followed by reactions like any other movement of a control', () => {
    const turn = bodyControlId('turn');
    const follows: Omit<SceneReaction, 'order'> = {
      ...{ id: 'f', member: MEMBER, name: 'Ears follow the nod', mix: 'add', weight: 1 },
      ...{ signal: { kind: 'control', control: NOD }, low: null, high: null, shaping: [] },
      ...{ targets: [{ control: turn, amount: 0.5 }], muted: false, stretch: null },
    };
    const following = (...takes: TakeClip[]) => {
      const of = sceneWith(...takes);
      return { ...of, scene: { ...of.scene, reactions: withReaction<SceneReaction>({}, follows) } };
    };
    const before = compile(following(plain));
    const turned = (program: Program, time: number) => {
      const { controls } = program.memos.get(MEMBER)!.value;
      return controls.range(new Player(program).valuesAt(MEMBER, toFlicks(time))!, turn);
    };
    expect([0.5, 1.5, 2.5].map((time) => turned(before, time))).toEqual([
      0,
      expect.closeTo(0.5, 1),
      expect.closeTo(1, 1),
    ]);
    // Also what was made ready before follows another take.
    const later = compile(following({ ...plain, start: 2 * second }), before);
    expect(turned(later, 1.5)).toBe(0);
  });
  it('may stay as they end', () => {
    expect(nodAt(sceneWith({ ...plain, held: true, fadeOut: second }), 2.9, 3.5)).toEqual([2, 2]);
  });
  it('lie over each other: the upper one wins, and goes over softly', () => {
    const still = { ...plain, id: 'u', start: 1.5 * second, offset: second, length: second };
    const other: PassRecording = {
      duration: 2,
      channels: [{ control: NOD, times: Float32Array.of(0), values: Float32Array.of(-1) }],
    };
    const down = { ...still, recording: hash('f'), fadeIn: 0.5 * second };
    const material = sceneWith(plain, down);
    const both = new Map([...recordings, [hash('f'), other]]);
    expect(nodAt({ ...material, recordings: both }, 1.5, 1.75, 2.2)).toEqual([1, 0.25, -1]);
  });
  it('are turned down, delayed and smoothed channel by channel, and played faster', () => {
    const change = (how: Parameters<typeof withTakeChannel>[2]) =>
      sceneWith(withTakeChannel(plain, NOD, how));
    expect(nodAt(change({ strength: 0.5 }), 2.5)).toEqual([1]);
    expect(nodAt(change({ delay: 0.5 * second }), 1.5, 2)).toEqual([0, 1]);
    expect(nodAt(change({ delay: -0.5 * second }), 1.25)).toEqual([1.5]);
    expect(nodAt(change({ smoothing: 2 * second }), 2)).toEqual([1.5]);
    expect(nodAt(change({ muted: true }), 2)).toEqual([0]);
    expect(nodAt(sceneWith({ ...plain, speed: 2 }), 1.25)).toEqual([1]);
    expect(nodAt(sceneWith({ ...plain, muted: true }), 2)).toEqual([0]);
  });
  it('stop at the limits of a control, and move nothing whose control is gone', () => {
    expect(nodAt(sceneWith(withTakeChannel(plain, NOD, { strength: 3 })), 2.5)).toEqual([2]);
    expect(nodAt(sceneWith(withTakeChannel(plain, NOD, { strength: -3 })), 2.5)).toEqual([-1]);
  });
  it('move nothing as long as what was recorded is not there', () => {
    expect(nodAt({ ...sceneWith(plain), recordings: new Map() }, 2)).toEqual([0]);
  });
  it('are felt from their start on when they change', () => {
    const before = compile(sceneWith(plain));
    const change = (material: SceneMaterial) =>
      changedFrom(before, compile(material, before)).get(MEMBER);
    expect(change(sceneWith({ ...plain, start: 2 * second }))).toBe(second);
    expect(change(sceneWith(plain, { ...plain, id: 'u', order: 'a1', start: 4 * second }))).toBe(
      4 * second,
    );
    expect(change({ ...sceneWith(plain), recordings: new Map() })).toBe(second);
    expect(change(sceneWith())).toBe(second);
  });
});

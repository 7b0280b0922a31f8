import type { FrameItem, ParticlesItem } from '../frame';
import { emptyTrack, withKey, withTrack } from '../keys';
import { emitterOf, type Emitter } from '../particles';
import { withReaction, type SceneReaction } from '../reactions';
import { STAGE, type Scene } from '../scene/scene';
import {
  burstsOf,
  withBurst,
  withEmitter,
  withoutBurst,
  withoutEmitter,
} from '../scene/emitterEdits';
import { withStageSize } from '../scene/sceneSettings';
import { withoutMember } from '../scene/castEdits';
import { amountControlId, burstControlId, WIND } from '../scene/stageControls';
import { richScene, stormyScene } from '../testing/richScene';
import { toFlicks } from '../time';
import { compile } from './compile';
import { liveSources } from './liveSources';
import { Player } from './player';

const rich = richScene();
const { stage } = rich.scene;
const MEMBER = Object.keys(rich.scene.cast)[0]!;

const made = (changes: Partial<Emitter>, from: Parameters<typeof emitterOf>[0] = 'snow') =>
  withEmitter({}, 'one', { ...emitterOf(from, stage, 9), ...changes });
const sceneWith = (emitters: Scene['emitters'], changes: Partial<Scene> = {}) => ({
  ...rich,
  scene: { ...rich.scene, emitters, ...changes },
});
const itemsAt = (material: ReturnType<typeof sceneWith>, seconds: number) =>
  new Player(compile(material)).seek(toFlicks(seconds)).items;
const particlesIn = (items: readonly FrameItem[]) =>
  items.filter((item): item is ParticlesItem => item.kind === 'particles');
const countAt = (material: ReturnType<typeof sceneWith>, seconds: number) =>
  particlesIn(itemsAt(material, seconds)).reduce((sum, { marks }) => sum + marks.length / 6, 0);

describe('what flies in a scene', () => {
  it('is the same at a time, in whatever order times are asked for, also after an edit and its undo', () => {
    const stormy = stormyScene();
    const program = compile(stormy);
    const player = new Player(program);
    const times = [3.2, 0.1, 1.7, 3.9, 0.4];
    const versions = (of: Player) =>
      times.map((time) => particlesIn(of.seek(toFlicks(time)).items).map((item) => item.version));
    const first = versions(player);
    expect(versions(new Player(compile(stormyScene())))).toEqual(first);
    const windy = { ...stormy.scene, physics: { ...stormy.scene.physics, wind: -0.5 } };
    const edited = compile({ ...stormy, scene: windy }, program);
    player.swap(edited);
    expect(versions(player)).not.toEqual(first);
    player.swap(compile(stormy, edited));
    expect(versions(player)).toEqual(first);
  });

  it('follows every edit of what it depends on, as if the scene had always been so', () => {
    const character = rich.characters.get(rich.scene.cast[MEMBER]!.character)!;
    const part = Object.keys(character.parts).find((id) => character.parts[id]!.drawing)!;
    const emitters = made({ source: { kind: 'part', member: MEMBER, part } });
    const first = sceneWith(emitters);
    const { physics, cast } = first.scene;
    const edits: Partial<Scene>[] = [
      { emitters: made({ seed: 3, source: { kind: 'part', member: MEMBER, part } }) },
      { physics: { ...physics, settled: false } },
      { physics: { ...physics, gravity: 3 } },
      { cast: { ...cast, [MEMBER]: { ...cast[MEMBER]!, x: 12 } } },
      { stage: { ...stage, width: stage.width / 2, height: stage.height / 2 } },
    ];
    const seen = (of: Player) =>
      particlesIn(of.seek(toFlicks(0.5)).items).map((one) => one.version);
    for (const edit of edits) {
      const program = compile(first);
      const player = new Player(program);
      const before = seen(player);
      const edited = sceneWith(emitters, edit);
      player.swap(compile(edited, program));
      expect(seen(player)).toEqual(seen(new Player(compile(edited))));
      expect(seen(player)).not.toEqual(before);
    }
  });

  it('is painted at its depth', () => {
    const layer = Object.keys(rich.scene.backdrop!.parts)[0]!;
    const place = (depth: Emitter['depth']) => {
      const items = itemsAt(sceneWith(made({ depth })), 1);
      const kinds = items.map(({ id }) =>
        id.startsWith('backdrop/') ? 'backdrop' : id.startsWith('emitter/') ? 'snow' : 'cast',
      );
      return kinds.filter((kind, at) => kind !== kinds[at - 1]);
    };
    const behind = ['backdrop', 'snow', 'cast'];
    expect(place({ kind: 'behind' })).toEqual(behind);
    expect(place({ kind: 'layer', part: layer })).toEqual(behind);
    expect(place({ kind: 'layer', part: 'gone' })).toEqual(behind);
    expect(place({ kind: 'cast' })).toEqual(['backdrop', 'cast', 'snow']);
    expect(place({ kind: 'front' })).toEqual(['backdrop', 'cast', 'snow']);
  });

  it('is not there where it is muted, or somebody is seen alone', () => {
    expect(countAt(sceneWith(made({ muted: true })), 1)).toBe(0);
    const view = { only: MEMBER, backdrop: true, captions: false };
    const alone = new Player(compile(sceneWith(made({}))), view).seek(toFlicks(1));
    expect(particlesIn(alone.items)).toEqual([]);
  });

  it('comes by the share of its rate that keys and reactions set', () => {
    const track = emptyTrack('k', STAGE, amountControlId('one'));
    const off = withKey(withKey(track, 0, 0), toFlicks(3.5), 0);
    expect(countAt(sceneWith(made({}), { keys: withTrack({}, off) }), 3)).toBe(0);
    expect(countAt(sceneWith(made({})), 3)).toBeGreaterThan(5);
    const gusts = withReaction<SceneReaction>(
      {},
      {
        ...{ id: 'gusts', name: 'Gusts', member: STAGE, low: null, high: null, stretch: null },
        signal: { kind: 'noise', period: 1, seed: 2 },
        shaping: [],
        targets: [{ control: WIND, amount: 1 }],
        ...{ mix: 'add', weight: 1, muted: false },
      },
    );
    const [still, blown] = [sceneWith(made({})), sceneWith(made({}), { reactions: gusts })];
    expect(particlesIn(itemsAt(blown, 3))[0]!.version).not.toBe(
      particlesIn(itemsAt(still, 3))[0]!.version,
    );
  });

  it('comes from a part of somebody, wherever it moves; from nobody who is gone', () => {
    const character = rich.characters.get(rich.scene.cast[MEMBER]!.character)!;
    const part = Object.keys(character.parts).find((id) => character.parts[id]!.drawing)!;
    const style = { ...emitterOf('hearts', stage, 9).style, speed: { mean: 0, spread: 0 } };
    const still = { ...style, gravity: 0, turbulence: 0, wind: 0 };
    const emitters = made(
      { source: { kind: 'part', member: MEMBER, part }, style: still },
      'hearts',
    );
    const burst = (scene: Scene) => ({
      ...rich,
      scene: withBurst(scene, 'one', toFlicks(1), 'k'),
    });
    const at = (x: number) => {
      const member = { ...rich.scene.cast[MEMBER]!, x };
      const cast = { ...rich.scene.cast, [MEMBER]: member };
      return particlesIn(itemsAt(burst({ ...rich.scene, emitters, cast }), 1.2))[0]!.bounds.x;
    };
    expect(at(320) - at(100)).toBeCloseTo(220, 0);
    const gone = made({ source: { kind: 'part', member: 'nobody', part } }, 'hearts');
    expect(countAt(burst({ ...rich.scene, emitters: gone }), 1.2)).toBe(0);
    const left = withoutMember({ ...rich.scene, emitters }, MEMBER);
    expect(left.emitters).toEqual({});
  });

  it('bursts at the times that were laid down, which can be taken away again', () => {
    const plain = sceneWith(made({}, 'confetti')).scene;
    const twice = withBurst(withBurst(plain, 'one', toFlicks(1), 'k'), 'one', toFlicks(2), 'j');
    expect(burstsOf(twice, 'one')).toEqual([toFlicks(1), toFlicks(2)]);
    const { burst } = twice.emitters['one']!;
    const counts = [0.9, 1.2, 2.2].map((time) => countAt({ ...rich, scene: twice }, time));
    expect(counts).toEqual([0, burst, 2 * burst]);
    const first = withBurst(plain, 'one', 0, 'k');
    expect(countAt({ ...rich, scene: first }, 0.1)).toBe(burst);
    const once = withoutBurst(twice, 'one', toFlicks(1));
    expect([1.2, 2.2].map((time) => countAt({ ...rich, scene: once }, time))).toEqual([0, burst]);
    expect(withoutBurst(once, 'one', toFlicks(2)).keys).toEqual(plain.keys);
    const without = withoutEmitter(twice, 'one');
    expect([without.emitters, without.keys]).toEqual([{}, plain.keys]);
  });

  it('is as large and as fast against a stage of another size, and as before when that is taken back', () => {
    const plain = sceneWith(made({}, 'confetti')).scene;
    const half = { width: stage.width / 2, height: stage.height / 2 };
    const smaller = withStageSize(plain, half);
    const [before, after] = [plain.emitters['one']!, smaller.emitters['one']!];
    expect(after.style.speed.mean).toBeCloseTo(before.style.speed.mean / 2, 6);
    expect(after.style.size.mean).toBeCloseTo(before.style.size.mean / 2, 6);
    const at = ({ source }: Emitter) => (source.kind === 'point' ? source.at : null);
    expect(at(after)).toEqual({ x: at(before)!.x / 2, y: at(before)!.y / 2 });
    expect(withStageSize(smaller, stage).emitters).toEqual(plain.emitters);
  });

  it('bursts live, and is as before when nothing is set live any more', () => {
    const program = compile(sceneWith(made({}, 'confetti')));
    const player = new Player(program);
    const now = (value: number) =>
      liveSources(program, new Map([[STAGE, new Map([[burstControlId('one'), value]])]]));
    const count = (seconds: number, value: number | null) =>
      particlesIn(player.seek(toFlicks(seconds), value === null ? undefined : now(value)).items)
        .length;
    expect([count(1, 0), count(1.05, 1), count(1.1, 1), count(1.2, null)]).toEqual([0, 1, 1, 0]);
  });
});

it('shows pictures of a part of one’s own, each in its place, until their life is over', () => {
  const character = rich.characters.get(rich.scene.cast[MEMBER]!.character)!;
  const part = Object.keys(character.parts).find((id) => character.parts[id]!.drawing)!;
  const drawing = { member: MEMBER, part };
  const few = made({ drawing, rate: 30, style: { ...emitterOf('snow', stage, 9).style } });
  const shown = itemsAt(sceneWith(few), 1).filter(({ id }) => id.startsWith('emitter/one/'));
  expect(shown.length).toBeGreaterThan(5);
  expect(new Set(shown.map(({ id }) => id)).size).toBe(shown.length);
  expect(new Set(shown.map(({ bounds }) => Math.round(bounds.x))).size).toBeGreaterThan(5);
  const gone = made({ drawing: { member: MEMBER, part: 'nowhere' }, rate: 30 });
  expect(particlesIn(itemsAt(sceneWith(gone), 1))).toHaveLength(1);
});

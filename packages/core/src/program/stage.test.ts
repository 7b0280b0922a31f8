import { plainLayer } from '../character/artwork';
import { overridesSource } from '../controls';
import { drawingsIn, type FrameItem, type GroupItem } from '../frame';
import { emptyTrack, withKey, withTrack } from '../keys';
import { takeOf, withTake, type PassRecording } from '../passes';
import { withReaction, type SceneReaction } from '../reactions';
import { backdropOf } from '../scene/backdrop';
import { sceneSchema, STAGE, type Scene } from '../scene/scene';
import { LIGHT, stageControls, WARMTH, WIND } from '../scene/stageControls';
import { emptyScene } from '../scene/starterScene';
import { LOUD, saidScene } from '../testing/saidScene';
import { hash } from '../testing/testScene';
import { toFlicks } from '../time';
import { compile, movedBy, type SceneMaterial } from './compile';
import { Player } from './player';
import { targetsOf } from './targets';

const drawing = (digit: string) => {
  return { kind: 'raster', media: hash(digit), x: 100, y: 20, width: 400, height: 100 } as const;
};
const base = saidScene({});
const backdrop = backdropOf(
  'Room',
  {
    ...{ width: 1600, height: 900, notes: [], flat: null },
    layers: [
      plainLayer('Wall', drawing('1')),
      { ...plainLayer('Ghost', drawing('2')), hidden: true },
      plainLayer('Lamp', drawing('3')),
      plainLayer('Rail', drawing('4')),
    ],
  },
  base.scene.stage,
);
const [wall, ghost, lamp] = Object.values(backdrop.parts).map(({ id }) => id);
const stage = (change: Partial<Scene>): SceneMaterial => {
  return { ...base, scene: { ...base.scene, reactions: {}, backdrop, ...change } };
};
const keyed = (control: string, value: number, change: Partial<Scene> = {}) =>
  stage({
    keys: withTrack(
      {},
      withKey(withKey(emptyTrack('k', STAGE, control), 0, value), toFlicks(3), value),
    ),
    ...change,
  });
const itemsAt = (material: SceneMaterial, seconds: number) =>
  new Player(compile(material)).seek(toFlicks(seconds)).items;
const drawn = (items: readonly FrameItem[], digit: string) =>
  drawingsIn(items).find(({ media }) => media === hash(digit));
const lightOf = (items: readonly FrameItem[]) =>
  items.filter((item): item is GroupItem => item.id.startsWith(`${STAGE}/`));

describe('the stage', () => {
  it('has its light, and all that is in its backdrop, as controls', () => {
    const { controls } = stageControls({ ...emptyScene('Stage'), backdrop });
    const targets = targetsOf(controls);
    expect(targets.slice(0, 3)).toEqual([LIGHT, WARMTH, WIND]);
    expect(controls.get(`thing.${lamp}.glow`)).toMatchObject({ label: 'Lamp: glow', rest: 0 });
    expect(targets.length).toBe(3 + 4 * 7);
    expect(targetsOf(stageControls(emptyScene('Stage')).controls)).toEqual([LIGHT, WARMTH, WIND]);
  });
  it('stands still where nothing moves it, and is not made anew by edits of others', () => {
    const program = compile(stage({}));
    expect(lightOf(new Player(program).seek(0).items)).toEqual([]);
    const other = compile(stage({ name: 'Other' }), program);
    expect(other.stage).toBe(program.stage);
  });
  it('glows with the voice of anybody', () => {
    const reaction: Omit<SceneReaction, 'order'> = {
      ...LOUD,
      ...{ member: STAGE, signal: { kind: 'speaking', of: 'everyone' } },
      targets: [
        { control: `thing.${lamp}.glow`, amount: 1 },
        { control: LIGHT, amount: -0.5 },
      ],
    };
    const material = stage({ reactions: withReaction<SceneReaction>({}, reaction) });
    const shines = (seconds: number) =>
      itemsAt(material, seconds).some(({ id }) => id === `backdrop/${lamp}/shine`);
    expect([shines(0.2), shines(1), shines(3)]).toEqual([false, true, false]);
    expect(lightOf(itemsAt(material, 0.2))).toEqual([]);
    expect(lightOf(itemsAt(material, 1))[0]).toMatchObject({ blend: 'normal', opacity: 0.5 });
  });
  it('is dimmed, brightened, warmed and cooled over all of it', () => {
    const light = (control: string, value: number) => lightOf(itemsAt(keyed(control, value), 1))[0];
    expect(light(LIGHT, -1)).toMatchObject({ id: 'stage/dark', opacity: 1, mask: null });
    expect(light(LIGHT, 0.4)).toMatchObject({
      id: 'stage/light',
      opacity: 0.4,
      blend: 'soft-light',
    });
    expect(JSON.stringify(light(WARMTH, 0.5))).toContain('#ff8a2a');
    expect(JSON.stringify(light(WARMTH, -0.5))).toContain('#2a6bff');
    const { width, height } = base.scene.stage;
    expect(light(LIGHT, -1)!.bounds).toMatchObject({ x: 0, y: 0, width, height });
  });
  it('lights only what is there where it is see-through', () => {
    const clear = { stage: { ...base.scene.stage, background: null } };
    const items = itemsAt(keyed(LIGHT, -0.5, clear), 1);
    const [dark] = lightOf(items);
    expect(dark!.mask).toEqual(items.filter((item) => item !== dark));
  });
  it('moves things, turns them about their middle, and sizes them', () => {
    const at = (what: string, value: number) =>
      drawn(itemsAt(keyed(`thing.${lamp}.${what}`, value), 1), '3')!.bounds;
    const rest = drawn(itemsAt(stage({}), 1), '3')!.bounds;
    const scale = base.scene.stage.width / 1600;
    expect(at('across', 0.5).x).toBeCloseTo(rest.x + 0.5 * 400 * scale);
    expect(at('down', -1).y).toBeCloseTo(rest.y - 225 * scale);
    expect(at('size', 1).width).toBeCloseTo(2 * rest.width);
    expect(at('turn', 1).height).toBeGreaterThan(1.5 * rest.height);
  });
  it('shows what is hidden, and hides what is shown', () => {
    expect(drawn(itemsAt(stage({}), 1), '2')).toBeUndefined();
    expect(drawn(itemsAt(keyed(`thing.${ghost}.seen`, 1), 1), '2')).toBeDefined();
    expect(drawn(itemsAt(keyed(`thing.${wall}.seen`, 0), 1), '1')).toBeUndefined();
  });
  it('is performed too', () => {
    const recording: PassRecording = {
      duration: 2,
      channels: [
        { control: LIGHT, times: Float32Array.of(0, 2), values: Float32Array.of(-0.25, -0.25) },
      ],
    };
    const take = takeOf(
      { id: 't', member: STAGE, name: 'Dim', recording: hash('9'), start: 0 },
      recording,
    );
    const material = {
      ...stage({ takes: withTake({}, take) }),
      recordings: new Map([[hash('9'), recording]]),
    };
    expect(lightOf(itemsAt(material, 1))[0]!.opacity).toBeCloseTo(0.25);
    const program = compile(material);
    const { controls } = movedBy(program, STAGE)!;
    const live = new Map([[STAGE, [overridesSource(controls, new Map([[LIGHT, 0.75]]))]]]);
    const player = new Player(program);
    expect(lightOf(player.seek(toFlicks(1), live).items)[0]!.opacity).toBeCloseTo(0.75);
    expect(player.valuesAt(STAGE, toFlicks(1), live)![0]).toBe(0.75);
  });
  it('says what it would move that is not there', () => {
    const gone = { ...LOUD, member: STAGE, targets: [{ control: 'thing.gone.glow', amount: 1 }] };
    const program = compile(stage({ reactions: withReaction<SceneReaction>({}, gone) }));
    expect(movedBy(program, STAGE)!.reactions.value[0]!.problem).toContain('not there any more');
  });
  it('can be saved as what moves, but performs nothing by itself and has no moves', () => {
    const { scene } = keyed(LIGHT, 1);
    expect(sceneSchema.isValidSync(scene)).toBe(true);
    const nobody = { ...scene.keys['k']!, member: 'nobody' };
    expect(sceneSchema.isValidSync({ ...scene, keys: { k: nobody } })).toBe(false);
  });
});

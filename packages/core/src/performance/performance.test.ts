import { withControl, withNewControl, type Character } from '../character';
import { bodyControlId, controlsOf } from '../character/controls';
import { compile, Player } from '../program';
import { withReaction, reactionSchema, type SceneReaction } from '../reactions';
import { inOrder } from '../records';
import { sceneSchema, type Scene } from '../scene/scene';
import { USUAL_PERFORMANCE } from '../scene/performanceSettings';
import { textLine } from '../scene/line';
import { richScene } from '../testing/richScene';
import { hash, testMaterial } from '../testing/testScene';
import { testTrack } from '../testing/testTrack';
import { toFlicks } from '../time';
import { bodyMapOf } from './bodyMap';
import { isOfPerformance, withPerformance } from './bringToLife';
import { REACTION_PRESETS } from './presets';

const MEMBER = 'chart';
const NAMES = ['Head turn', 'Head nod', 'Head tilt', 'Lean', 'Breath', 'Left arm', 'Right ear'];
const rich = richScene();
/** A face with a body that can do what most can. */
const body = NAMES.reduce(
  (now: Character, name, at) =>
    withControl(withNewControl(now, `c${at}`, name), `c${at}`, { min: name === 'Breath' ? 0 : -1 }),
  rich.characters.get('chart')!,
);
const row = Object.values(rich.scene.rows).find(({ target }) => target === MEMBER)!.id;
const track = testTrack(
  ...[...Array<undefined>(12)].flatMap(
    (_, at) =>
      [
        [0, 0.4],
        [10, 0.12 + 0.02 * (at % 4), `w${at}`],
        [4, 0.06, `w${at}`],
        [12, 0.1, `x${at}`],
      ] as const,
  ),
);
const duration = toFlicks(track.duration);
const said = { ...textLine({ id: 'said', row, name: 'Said', start: 0 }), track: hash('d') };
const scene: Scene = {
  ...rich.scene,
  length: duration,
  lines: { said: { ...said, duration, length: duration } },
};
const own = (of: Scene) => inOrder(of.reactions).filter(({ member }) => member === MEMBER);
const alive = withPerformance(scene, MEMBER, body, USUAL_PERFORMANCE);

/** The values of a control at even times over a scene. */
function course(of: Scene, name: string): number[] {
  const characters = new Map([...rich.characters, ['chart', body]]);
  const player = new Player(
    compile({ ...rich, scene: of, characters, tracks: new Map([[hash('d'), track]]) }),
  );
  const id = bodyControlId(`c${NAMES.indexOf(name)}`);
  return Array.from({ length: Math.floor(track.duration * 24) }, (_, frame) =>
    controlsOf(body).range(player.valuesAt(MEMBER, toFlicks(frame / 24))!, id),
  );
}

describe('bring to life', () => {
  it('makes a scene that can be saved, of reactions that move something', () => {
    // The rich scene itself names its pictures by words.
    const { reactions, performances } = alive;
    const saved = { ...testMaterial().scene, reactions, performances };
    const cast = { ...saved.cast, [MEMBER]: { ...saved.cast['member']!, id: MEMBER } };
    expect(sceneSchema.isValidSync({ ...saved, cast }, { strict: true })).toBe(true);
    expect(sceneSchema.isValidSync(saved, { strict: true })).toBe(false);
    const set = controlsOf(body);
    for (const { targets } of own(alive)) {
      expect(targets.length).toBeGreaterThan(0);
      for (const { control } of targets) {
        expect(set.slots.has(control.replace(/\/[xy]$/, ''))).toBe(true);
      }
    }
  });
  it.each(NAMES.filter((name) => name !== 'Right ear'))('moves: %s', (name) => {
    const values = course(alive, name);
    expect(Math.max(...values) - Math.min(...values)).toBeGreaterThan(0.05);
    expect(Math.max(...course(scene, name).map(Math.abs))).toBe(0);
  });
  it('moves more with a greater amount, and nothing with none', () => {
    const most = (amount: number) => {
      const of = withPerformance(scene, MEMBER, body, { ...USUAL_PERFORMANCE, amount });
      return Math.max(...course(of, 'Head nod').map(Math.abs));
    };
    expect(most(0)).toBe(0);
    expect(most(1)).toBeGreaterThan(most(0.4));
  });
  it('is another for another seed, and the same for the same', () => {
    const nods = (seed: number) =>
      course(withPerformance(scene, MEMBER, body, { ...USUAL_PERFORMANCE, seed }), 'Head turn');
    expect(nods(4)).toEqual(nods(4));
    expect(nods(4)).not.toEqual(nods(5));
  });
  it('takes the place of the performance before, beneath what people made', () => {
    const made: Omit<SceneReaction, 'order'> = { ...own(alive)[0]!, id: 'made', name: 'By hand' };
    const with_ = { ...alive, reactions: withReaction(alive.reactions, made) };
    const again = withPerformance(with_, MEMBER, body, { ...USUAL_PERFORMANCE, seed: 9 });
    expect(own(again).at(-1)!.id).toBe('made');
    expect(own(again).filter(isOfPerformance)).toHaveLength(own(alive).length);
    expect(again.performances[MEMBER]).toMatchObject({ id: MEMBER, seed: 9 });
  });
  it('leaves the others as they were', () => {
    const other = Object.keys(scene.cast).find((id) => id !== MEMBER)!;
    const both = withPerformance(alive, other, body, USUAL_PERFORMANCE);
    expect(own(both)).toEqual(own(alive));
  });
  it('leaves out what is turned down', () => {
    const shares = { ...USUAL_PERFORMANCE.shares, eyes: 0, listening: 0 };
    const names = own(withPerformance(scene, MEMBER, body, { ...USUAL_PERFORMANCE, shares })).map(
      ({ id }) => id,
    );
    expect(names.some((id) => /blinks|gaze|listens/.test(id))).toBe(false);
    expect(names.some((id) => id.includes('nods'))).toBe(true);
  });
  it('counts in its stretch alone', () => {
    const stretch = { start: 0, end: toFlicks(2) };
    const of = withPerformance(scene, MEMBER, body, { ...USUAL_PERFORMANCE, stretch });
    expect(
      course(of, 'Head turn')
        .slice(50)
        .every((value) => value === 0),
    ).toBe(true);
  });
  it('finds nothing to move in a face without a body but its eyes and brows', () => {
    const { turn, nod, arms, lids, gaze } = bodyMapOf(rich.characters.get('chart')!);
    expect({ turn, nod, arms, lids, gaze }).toEqual({
      ...{ turn: null, nod: null, arms: [], lids: true, gaze: true },
    });
  });
});

describe('presets', () => {
  it.each(REACTION_PRESETS)('$name can be saved as it is', ({ make }) => {
    const made = {
      ...make(bodyMapOf(body), 3),
      id: 'a',
      order: 'a0',
      name: 'A',
      low: null,
      high: null,
    };
    const whole = { ...made, weight: 1, muted: false };
    expect(() => reactionSchema.validateSync(whole, { strict: true })).not.toThrow();
  });
  it('leave open what they move where a body has none of it', () => {
    const nods = REACTION_PRESETS.find(({ name }) => name === 'Nods with the voice')!;
    expect(nods.make(bodyMapOf(rich.characters.get('chart')!), 1).targets).toEqual([]);
    expect(nods.make(bodyMapOf(body), 1).targets).toHaveLength(1);
  });
});

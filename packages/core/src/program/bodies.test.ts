import fc from 'fast-check';
import { loadPhysics, USUAL_BODY, type Body, type PhysicsEngine } from '../bodies';
import type { ControlSource } from '../controls';
import { newCue } from '../cues';
import type { FrameItem, ParticlesItem } from '../frame';
import { EASINGS, emptyTrack, withKey, withKeyChanged, withTrack } from '../keys';
import { emitterOf } from '../particles';
import { inTable } from '../records';
import { newBody, withBody, withoutBody } from '../scene/bodyEdits';
import { withoutMember } from '../scene/castEdits';
import { withEmitter } from '../scene/emitterEdits';
import { STAGE, type Scene } from '../scene/scene';
import { AGAIN, heldControlId } from '../scene/stageControls';
import { fallenDigests, withHeap } from '../testing/heapScene';
import { richScene } from '../testing/richScene';
import { toFlicks } from '../time';
import { compile, type SceneMaterial } from './compile';
import { liveSources } from './liveSources';
import { Player } from './player';

let engine: PhysicsEngine;
beforeAll(async () => {
  engine = await loadPhysics();
});

const heap = (count = 12) => withHeap(richScene(), count, 4);
const playerOf = (material: SceneMaterial) => new Player(compile({ ...material, engine }));
const versionsAt = (player: Player, seconds: number) =>
  player.seek(toFlicks(seconds)).items.map(({ id, version }) => `${id} ${version}`);
const middleOf = (items: readonly FrameItem[], id: string) => {
  const { x, y, width, height } = items.find((item) => item.id === id)!.bounds;
  return { x: x + width / 2, y: y + height / 2 };
};

/** The rich scene with one body of the first member's head, and what else is said. */
function withHead(fields: Partial<Body>, changes: Partial<Scene> = {}): SceneMaterial {
  const rich = richScene();
  const body = newBody({ member: 'two', part: 'skull', name: 'Head' }, 'loose', null);
  const scene = withBody(rich.scene, 'head', { ...body, ...fields });
  return { ...rich, scene: { ...scene, ...changes } };
}
const HEAD = 'two/skull';
const headAt = (player: Player, seconds: number) =>
  middleOf(player.seek(toFlicks(seconds)).items, HEAD);

describe('a scene in which things fall', () => {
  it('gives the same frames in whatever order they are asked for', () => {
    const whole = playerOf(heap());
    const times = [3.2, 0.1, 1.7, 3.9, 0.4, 1.71];
    const first = times.map((time) => versionsAt(whole, time));
    fc.assert(
      fc.property(fc.shuffledSubarray(times, { minLength: 2 }), (order) => {
        const player = playerOf(heap());
        for (const time of order) {
          expect(versionsAt(player, time)).toEqual(first[times.indexOf(time)]);
        }
      }),
      { numRuns: 4 },
    );
    // Things do move.
    expect(new Set(first.map((versions) => versions.join())).size).toBe(times.length);
  });

  it('stands still without the engine, and falls with it', () => {
    const standing = headAt(new Player(compile(withHead({ held: false }))), 3);
    const fallen = headAt(playerOf(withHead({ held: false })), 3);
    expect(fallen.y).toBeGreaterThan(standing.y + 50);
  });

  it('moves evenly between its steps', () => {
    const material = withHead({ held: false });
    const { physics } = material.scene;
    const falls = { ...material.scene, physics: { ...physics, settled: false } };
    const player = playerOf({ ...material, scene: falls });
    const [before, between, after] = [12, 12.5, 13].map((step) => headAt(player, step / 60).y);
    expect(between! - before!).toBeCloseTo((after! - before!) / 2, 3);
    expect(after! - before!).toBeGreaterThan(1);
  });

  it('is as if it had always been so after an edit, and forgets only what comes after it', () => {
    const before = heap();
    const program = compile({ ...before, engine });
    const player = new Player(program);
    player.seek(toFlicks(3.5));
    const track = Object.values(before.scene.keys).find(({ member }) => member === STAGE)!;
    const keys = withTrack(before.scene.keys, withKey(track, toFlicks(3), 0.2));
    const after = { ...before, scene: { ...before.scene, keys } };
    player.swap(compile({ ...after, engine }, program));
    // The bar goes the other way from the key before on; what is known of the time before that stays known.
    expect(player.missingSteps(toFlicks(2.2))).toBe(0);
    expect(player.missingSteps(toFlicks(3.5))).toBeGreaterThan(0);
    expect(versionsAt(player, 3.5)).toEqual(versionsAt(playerOf(after), 3.5));
  });

  it('works out what is missing bit by bit', () => {
    const player = playerOf(heap());
    const time = toFlicks(2);
    expect(player.missingSteps(time)).toBe(122);
    player.approach(time, 100);
    expect(player.missingSteps(time)).toBe(22);
    expect(versionsAt(player, 2)).toEqual(versionsAt(playerOf(heap()), 2));
  });

  it('puts all to the same place to the bit, run for run', () => {
    const digests = fallenDigests(heap(40), engine, 4);
    expect(fallenDigests(heap(40), engine, 4)).toEqual(digests);
    expect(new Set(digests).size).toBe(4);
  });
});

describe('what is held', () => {
  const edges = { left: true, right: true, top: false, bottom: true };
  const held = (material: SceneMaterial, value: number, from: number): SceneMaterial => {
    const control = heldControlId('head');
    const first = withKey(emptyTrack('held', STAGE, control), toFlicks(from), value);
    const last = withKey(first, toFlicks(4), value);
    const track = withKeyChanged(last, toFlicks(from), { easing: EASINGS.held });
    return {
      ...material,
      scene: { ...material.scene, keys: withTrack(material.scene.keys, { ...track, soft: 0 }) },
    };
  };

  it('stays with its character until a key lets it go', () => {
    const player = playerOf(held(withHead({ held: true }), 0, 1));
    const still = headAt(new Player(compile(richScene())), 0.9);
    expect(headAt(player, 0.9).y).toBeCloseTo(still.y, 0);
    expect(headAt(player, 2.5).y).toBeGreaterThan(still.y + 50);
  });

  it('is let go while a cue lasts, and comes back after it', () => {
    const rich = withHead({ held: true, cue: { member: 'two', cue: 'drop' } });
    const own = rich.characters.get('two')!;
    const characters = new Map(rich.characters);
    characters.set('two', { ...own, cues: inTable([newCue('drop', 'Drop', 'd')]) });
    const clip = { id: 'clip', member: 'two', cue: 'drop', hook: null };
    const cues = { clip: { ...clip, start: toFlicks(0.5), length: toFlicks(1) } };
    const player = playerOf({ ...rich, characters, scene: { ...rich.scene, cues } });
    const still = headAt(new Player(compile(richScene())), 0.4).y;
    expect(headAt(player, 0.45).y).toBeCloseTo(still, 0);
    expect(headAt(player, 1.4).y).toBeGreaterThan(still + 50);
    expect(headAt(player, 3).y).toBeCloseTo(headAt(new Player(compile(richScene())), 3).y, 0);
  });

  it('is let go live, and is where it was once that is over', () => {
    const material = withHead({ held: true });
    const program = compile({ ...material, engine });
    const player = new Player(program);
    const still = headAt(player, 0.5).y;
    const live = liveSources(program, new Map([[STAGE, new Map([[heldControlId('head'), 0]])]]));
    for (let at = 0; at < 60; at++) player.seek(toFlicks(0.5 + at / 60), live);
    expect(middleOf(player.seek(toFlicks(1.5), live).items, HEAD).y).toBeGreaterThan(still + 50);
    expect(headAt(player, 0.5).y).toBe(still);
  });

  it('is let go by a cue that is fired live', () => {
    const material = withHead({ held: true, cue: { member: 'two', cue: 'drop' } });
    const player = new Player(compile({ ...material, engine }));
    const still = headAt(player, 0.5).y;
    const fired: ControlSource = {
      ...{ name: 'Drop', layer: 'live', cue: 'drop', muted: false, mix: 'replace', weight: 1 },
      ...{ slots: [], sample: () => 0 },
    };
    const live = new Map([['two', [fired]]]);
    for (let at = 0; at < 60; at++) player.seek(toFlicks(0.5 + at / 60), live);
    const { items } = player.seek(toFlicks(1.5), live);
    expect(middleOf(items, HEAD).y).toBeGreaterThan(still + 50);
  });

  it('begins again where a control of the stage says so', () => {
    const falling = withHead({ held: false });
    const settled = { ...falling.scene.physics, settled: false, edges };
    const track = withKeyChanged(
      withKey(emptyTrack('again', STAGE, AGAIN), toFlicks(2), 1),
      toFlicks(2),
      { easing: EASINGS.held },
    );
    const keys = withTrack(falling.scene.keys, { ...track, soft: 0 });
    const player = playerOf({ ...falling, scene: { ...falling.scene, keys, physics: settled } });
    const start = headAt(player, 0).y;
    expect(headAt(player, 1.9).y).toBeGreaterThan(start + 50);
    expect(headAt(player, 2.02).y).toBeLessThan(start + 20);
  });
});

describe('what is solid', () => {
  it('moves as it is moved by keys', () => {
    const player = playerOf(heap(3));
    const at = (seconds: number) =>
      player
        .bodyShapesAt(toFlicks(seconds))
        .find(({ body }) => body.name === 'bar')!
        .rings[0]!.map(({ x }) => x);
    expect(Math.max(...at(2.4))).toBeGreaterThan(Math.max(...at(0.2)) + 100);
  });
});

describe('what flies', () => {
  const rain = (hits: boolean, material = withHead({ kind: 'solid' })) => {
    const downpour = emitterOf('downpour', material.scene.stage, 3);
    const style = { ...downpour.style, hits, meeting: 'vanish' } as const;
    const emitters = withEmitter({}, 'rain', { ...downpour, style });
    return playerOf({ ...material, scene: { ...material.scene, emitters } });
  };
  const inside = (player: Player) => {
    const { items } = player.seek(toFlicks(1));
    const { x, y, width, height } = items.find(({ id }) => id === HEAD)!.bounds;
    const { marks } = items.find((item): item is ParticlesItem => item.kind === 'particles')!;
    let count = 0;
    for (let at = 0; at < marks.length; at += 6) {
      const [across, down] = [marks[at + 2]! - x, marks[at + 3]! - y];
      if (across > 0.2 * width && across < 0.8 * width && down > 0.3 * height && down < height) {
        count++;
      }
    }
    return count;
  };
  it('meets bodies where it is told to: under a head it is dry', () => {
    expect(inside(rain(false))).toBeGreaterThan(3);
    expect(inside(rain(true))).toBe(0);
  });
  it('is the same however it was come by', () => {
    const [one, other] = [rain(true, heap()), rain(true, heap())];
    versionsAt(one, 0.5);
    versionsAt(one, 3);
    expect(versionsAt(one, 2)).toEqual(versionsAt(other, 2));
  });
  it('bursts as a cue begins', () => {
    const rich = richScene();
    const own = rich.characters.get('two')!;
    const characters = new Map(rich.characters);
    characters.set('two', { ...own, cues: inTable([newCue('cheer', 'Cheer', 'c')]) });
    const clip = { id: 'clip', member: 'two', cue: 'cheer', hook: null };
    const cues = { clip: { ...clip, start: toFlicks(1), length: toFlicks(1) } };
    const confetti = emitterOf('confetti', rich.scene.stage, 3);
    const emitters = withEmitter({}, 'c', {
      ...{ ...confetti, rate: 0, cue: { member: 'two', cue: 'cheer' } },
    });
    const player = playerOf({ ...rich, characters, scene: { ...rich.scene, cues, emitters } });
    const count = (seconds: number) =>
      player.seek(toFlicks(seconds)).items.filter(({ kind }) => kind === 'particles').length;
    expect([count(0.9), count(1.2)]).toEqual([0, 1]);
  });
});

describe('edits of bodies', () => {
  it('make a part a body once, and leave neither keys nor links behind', () => {
    const { scene } = withHead({ held: true });
    const again = withBody(scene, 'other', { ...scene.bodies['head']!, name: 'Other' });
    expect(Object.keys(again.bodies)).toEqual(['head']);
    const linked: Scene = {
      ...scene,
      keys: withTrack(scene.keys, withKey(emptyTrack('held', STAGE, heldControlId('head')), 0, 1)),
      links: {
        rope: {
          ...{ id: 'rope', order: 'a0', kind: 'rope', slack: 1 },
          from: { body: 'head', at: { x: 0, y: 0 } },
          to: { body: null, at: { x: 10, y: 10 } },
        },
      },
    };
    expect(withoutBody(linked, 'head')).toMatchObject({ bodies: {}, links: {}, keys: {} });
    expect(withoutMember(linked, 'two')).toMatchObject({ bodies: {}, links: {} });
  });
  it('leave a body whose part is gone in peace', () => {
    const rich = richScene();
    const gone = { ...USUAL_BODY, name: 'Gone', member: STAGE, part: 'nowhere' } as const;
    const scene = withBody(rich.scene, 'gone', { ...gone, kind: 'loose', shape: { kind: 'box' } });
    expect(compile({ ...rich, scene, engine }).bodies.value).toBeNull();
  });
});

import { emptyTrack, placedMove } from '../keys';
import { testMaterial } from '../testing/testScene';
import { castOf } from './cast';
import {
  movedWith,
  withMember,
  withMoved,
  withoutMember,
  withReordered,
  withScaled,
  withTogether,
  withTurned,
} from './castEdits';
import { sceneSchema, speakerOf, type Scene } from './scene';

const { scene } = testMaterial();
const size = { width: 300, height: 400 };
const enter = (into: Scene, ...ids: readonly string[]) =>
  ids.reduce(
    (now, id) => withMember(now, { id, character: 'character', name: 'Twin', size }),
    into,
  );
const three = enter(scene, 'second', 'third');
const order = (of: Scene) => castOf(of).map(({ id }) => id);
const change = (id: string, fields: object): Scene => ({
  ...three,
  cast: { ...three.cast, [id]: { ...three.cast[id]!, ...fields } },
});

describe('a cast', () => {
  it('grows at the front, each with a row for its lines, the same character also twice', () => {
    expect(order(three)).toEqual(['member', 'second', 'third']);
    expect(castOf(three).map(({ name }) => name)).toEqual([null, 'Twin 2', 'Twin 3']);
    expect(speakerOf(three, { row: 'third' })).toBe('third');
    expect(sceneSchema.isValidSync(three, { strict: true })).toBe(true);
  });

  it('stands apart, on the same ground', () => {
    const members = castOf(enter(three, 'fourth', 'fifth'));
    const places = members.map(({ x }) => x).sort((a, b) => a - b);
    const gaps = places.slice(1).map((x, at) => x - places[at]!);
    expect(Math.min(...gaps)).toBeGreaterThan(scene.stage.width / 10);
    expect(new Set(members.map(({ y }) => y)).size).toBe(1);
    expect(places.every((x) => x > 0 && x < scene.stage.width)).toBe(true);
  });

  it('begins large, in the middle', () => {
    const [first] = castOf(enter({ ...scene, cast: {}, rows: {}, lines: {} }, 'only'));
    expect(first!.x).toBe(scene.stage.width / 2);
    expect(first!.scale * size.height).toBeCloseTo(0.94 * scene.stage.height);
    expect(first!.y).toBeCloseTo(0.97 * scene.stage.height);
  });

  it('loses who leaves, with all that they say', () => {
    const left = withoutMember(three, 'member');
    expect([order(left), Object.keys(left.rows).sort(), Object.keys(left.lines)]).toEqual([
      ...[['second', 'third'], ['second', 'third'], []],
    ]);
    expect(sceneSchema.isValidSync(left, { strict: true })).toBe(true);
    expect(Object.keys(withoutMember(three, 'second').lines)).toEqual(['line']);
  });
  it('takes along what moves a member that goes, and leaves what moves others', () => {
    const of = (member: string) => ({
      keys: emptyTrack(`keys-${member}`, member, 'body.nod'),
      move: placedMove(`move-${member}`, member, 'nod', 0),
    });
    const [gone, stays] = [of('member'), of('third')];
    const left = withoutMember(
      {
        ...three,
        keys: { [gone.keys.id]: gone.keys, [stays.keys.id]: stays.keys },
        moves: { [gone.move.id]: gone.move, [stays.move.id]: stays.move },
      },
      'member',
    );
    expect([Object.keys(left.keys), Object.keys(left.moves)]).toEqual([
      ...[['keys-third'], ['move-third']],
    ]);
    expect(sceneSchema.isValidSync(left, { strict: true })).toBe(true);
  });

  it.each([
    ['member', 1, ['second', 'member', 'third']],
    ['third', -1, ['member', 'third', 'second']],
    ['member', Infinity, ['second', 'third', 'member']],
    ['third', -Infinity, ['third', 'member', 'second']],
    ['member', -1, ['member', 'second', 'third']],
    ['nobody', 1, ['member', 'second', 'third']],
  ])('is put in another order: %s by %d', (id, steps, wanted) => {
    expect(order(withReordered(three, id, steps))).toEqual(wanted);
  });
});

describe('members of a group', () => {
  const grouped: Scene = {
    ...three,
    cast: {
      ...change('second', { group: 'pair' }).cast,
      third: { ...three.cast['third']!, group: 'pair' },
    },
  };
  const placeIn = (of: Scene, id: string) => {
    const { x, y, scale } = of.cast[id]!;
    return { x, y, scale };
  };

  it('go together, and leave the others where they are', () => {
    expect(movedWith(grouped, 'third').map(({ id }) => id)).toEqual(['second', 'third']);
    expect(movedWith(grouped, 'member').map(({ id }) => id)).toEqual(['member']);
    const moved = withMoved(grouped, 'third', { x: 10, y: -5 });
    for (const id of ['second', 'third']) {
      const { x, y, scale } = placeIn(grouped, id);
      expect(placeIn(moved, id)).toEqual({ x: x + 10, y: y - 5, scale });
    }
    expect(moved.cast['member']).toBe(grouped.cast['member']);
  });

  it('are scaled together, about one point', () => {
    const scaled = withScaled(grouped, 'second', 2, { x: 100, y: 200 });
    for (const id of ['second', 'third']) {
      const { x, y, scale } = placeIn(grouped, id);
      expect(placeIn(scaled, id)).toEqual({ x: 2 * x - 100, y: 2 * y - 200, scale: 2 * scale });
    }
  });

  it('are turned together, about one point', () => {
    const turned = withTurned(grouped, 'second', Math.PI / 2, { x: 0, y: 0 });
    for (const id of ['second', 'third']) {
      const [before, after] = [grouped.cast[id]!, turned.cast[id]!];
      expect([after.x, after.y]).toEqual([expect.closeTo(-before.y), expect.closeTo(before.x)]);
      expect(after.turn).toBeCloseTo(before.turn + Math.PI / 2);
    }
    const round = withTurned(turned, 'second', 1.75 * Math.PI, { x: 0, y: 0 });
    expect(round.cast['second']!.turn).toBeCloseTo(grouped.cast['second']!.turn + Math.PI / 4);
  });
  it('stay where they are when they are locked', () => {
    const locked = change('second', { locked: true });
    expect(withMoved(locked, 'second', { x: 1, y: 1 }).cast['second']).toBe(locked.cast['second']);
    expect(withMoved(locked, 'nobody', { x: 1, y: 1 }).cast).toBe(locked.cast);
  });
});

describe('members that move together', () => {
  const groups = (of: Scene) => castOf(of).map(({ group }) => group);
  const pair = withTogether(three, 'member', 'second', true, 'g');

  it('are grouped with whoever the other moves with', () => {
    expect(groups(pair)).toEqual(['g', 'g', null]);
    const all = withTogether(pair, 'third', 'second', true, 'h');
    expect(groups(all)).toEqual(['h', 'h', 'h']);
    const moved = withMoved(all, 'second', { x: 10, y: 0 });
    expect(castOf(moved).map(({ x }, at) => x - castOf(all)[at]!.x)).toEqual([10, 10, 10]);
  });

  it('come apart, and one that is left is by itself', () => {
    const all = withTogether(pair, 'third', 'second', true, 'h');
    expect(groups(withTogether(all, 'third', 'member', false, 'x'))).toEqual([null, 'h', 'h']);
    expect(groups(withTogether(pair, 'member', 'second', false, 'x'))).toEqual([null, null, null]);
  });
});

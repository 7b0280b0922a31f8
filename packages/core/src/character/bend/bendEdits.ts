import {
  equals,
  IDENTITY,
  mapped,
  multiply,
  inverse,
  type Matrix,
  type Point,
} from '../../geometry';
import type { Outline, WeightGrid } from '../../mesh';
import { inOrder, inTable, withRecord } from '../../records';
import { moveOfStop } from '../bodyPose';
import type { ControlStop, StopPart } from '../bodyControl';
import type { Character } from '../character';
import { freeId } from '../freeName';
import type { JointKind } from '../joint';
import { restPlaceOf, Standing, STILL } from '../standing';
import type { Sway } from '../sway/sway';
import {
  gripControlId,
  regionKey,
  type Bend,
  type BendPoint,
  type PointKind,
  type Region,
} from './bend';

/** Movements that differ by less are the same. */
const SAME = 1e-6;

/** A point to be made: where, and what it does. */
export interface NewPoint extends Point {
  readonly name: string;
  readonly kind: PointKind;
}

/**
 * A character in which the drawings of some parts bend as one.
 *
 * @param outline what they cover as drawn
 * @param points those to begin with
 * @param splints pairs of places in `points`
 */
export function withBend(
  character: Character,
  name: string,
  parts: readonly string[],
  outline: Outline,
  points: readonly NewPoint[] = [],
  splints: readonly (readonly [from: number, to: number])[] = [],
): Character {
  const id = freeId(name, new Set(Object.keys(character.bends)));
  const taken = new Set<string>();
  const made = points.map((point) => newPoint(point, taken));
  const bend: Omit<Bend, 'order'> = {
    ...{ id, name, parts, outline, points: inTable<BendPoint>(made), regions: {} },
    splints: splints.map(([from, to]) => ({ from: made[from]!.id, to: made[to]!.id })),
  };
  return { ...character, bends: inTable<Bend>([...inOrder(character.bends), bend]) };
}

export function withoutBend(character: Character, id: string): Character {
  const { [id]: gone, ...bends } = character.bends;
  if (!gone) return character;
  const points = Object.keys(gone.points);
  const less = withoutGrips(
    character,
    points.map((point) => gripControlId(id, point)),
  );
  const sways = Object.entries(less.sways).filter(
    ([, sway]) => sway.points.length === 0 || !gone.parts.includes(sway.part),
  );
  return { ...less, bends, sways: Object.fromEntries(sways) };
}

/** A character in which a bend has one more point. @param after the point to which a splint leads; null: none */
export function withPoint(
  character: Character,
  bend: string,
  point: NewPoint,
  after: string | null,
): Character {
  const bends = withRecord(character.bends, bend, (before) => {
    const made = newPoint(point, new Set(Object.keys(before.points)));
    const points = inTable<BendPoint>([...inOrder(before.points), made]);
    const splints = after ? [...before.splints, { from: after, to: made.id }] : before.splints;
    return { ...before, points, splints };
  });
  return { ...character, bends };
}

export function withPointChanged(
  character: Character,
  bend: string,
  point: string,
  change: Partial<BendPoint>,
): Character {
  const bends = withRecord(character.bends, bend, (before) => ({
    ...before,
    points: withRecord(before.points, point, (one) => ({ ...one, ...change })),
  }));
  const changed = { ...character, bends };
  // What is no grip any more can't be dragged.
  const grip = bends[bend]?.points[point]?.kind === 'grip';
  return grip ? changed : withoutGrips(changed, [gripControlId(bend, point)]);
}

/** A character without a point; splints that led through it lead past it. */
export function withoutPoint(character: Character, bend: string, point: string): Character {
  const bends = withRecord(character.bends, bend, (before) => {
    const { [point]: _gone, ...points } = before.points;
    const others = before.splints.filter(({ from, to }) => from !== point && to !== point);
    const ends = before.splints.flatMap(({ from, to }) =>
      from === point ? to : to === point ? from : [],
    );
    const [first, ...rest] = ends;
    const past = rest.map((to) => ({ from: first!, to }));
    return { ...before, points, splints: [...others, ...past] };
  });
  const parts = character.bends[bend]?.parts ?? [];
  const sways = Object.fromEntries(
    Object.entries(character.sways).flatMap(([id, sway]) => {
      if (!parts.includes(sway.part) || !sway.points.includes(point)) return [[id, sway]];
      const points = sway.points.filter((one) => one !== point);
      return points.length > 1 ? [[id, { ...sway, points }]] : [];
    }),
  );
  return withoutGrips({ ...character, bends, sways }, [gripControlId(bend, point)]);
}

/** A splint between two points, or none where there was one. */
export function withSplintToggled(
  character: Character,
  bend: string,
  from: string,
  to: string,
): Character {
  const bends = withRecord(character.bends, bend, (before) => {
    const others = before.splints.filter(
      (one) => !(one.from === from && one.to === to) && !(one.from === to && one.to === from),
    );
    const had = others.length < before.splints.length;
    return { ...before, splints: had ? others : [...others, { from, to }] };
  });
  return { ...character, bends };
}

/** A character in which a bend has one more soft region. */
export function withRegion(
  character: Character,
  bend: string,
  name: string,
  pivot: Point,
  grid: WeightGrid,
): Character {
  const bends = withRecord(character.bends, bend, (before) => {
    const id = freeId(name, new Set(Object.keys(before.regions)));
    const made = { ...grid, id, name, pivot };
    return { ...before, regions: inTable<Region>([...inOrder(before.regions), made]) };
  });
  return { ...character, bends };
}

export function withRegionChanged(
  character: Character,
  bend: string,
  region: string,
  change: Partial<Region>,
): Character {
  const bends = withRecord(character.bends, bend, (before) => ({
    ...before,
    regions: withRecord(before.regions, region, (one) => ({ ...one, ...change })),
  }));
  return { ...character, bends };
}

export function withoutRegion(character: Character, bend: string, region: string): Character {
  const gone = regionKey(bend, region);
  const bends = withRecord(character.bends, bend, (before) => {
    const { [region]: _gone, ...regions } = before.regions;
    return { ...before, regions };
  });
  const controls = Object.fromEntries(
    Object.entries(character.controls).map(([id, control]) => [
      id,
      {
        ...control,
        stops: control.stops.map((stop) => {
          const { [gone]: _change, ...regions } = stop.regions;
          return { ...stop, regions };
        }),
      },
    ]),
  );
  return { ...character, bends, controls };
}

/**
 * A character in which parts hang on another one. Where a stop moves a part just as it moves that one, it goes along by
 * itself now: it is left out of the stop.
 *
 * @param to null: on the part that holds it
 * @param kind null: as its group does, without a joint
 */
export function withJoint(
  character: Character,
  ids: readonly string[],
  kind: JointKind | null,
  to: string | null = null,
): Character {
  const joints = { ...character.joints };
  for (const id of ids) {
    if (kind === null) delete joints[id];
    else joints[id] = { id, kind, to };
  }
  const hung = { ...character, joints };
  if (to === null || kind === null) return hung;
  const controls = Object.fromEntries(
    Object.entries(character.controls).map(([key, control]) => [
      key,
      {
        ...control,
        stops: control.stops.map((stop) => {
          const along = carriedAt(hung, stop, to);
          if (equals(along, IDENTITY, SAME)) return stop;
          const parts = Object.entries(stop.parts).filter(
            ([id, own]) => !ids.includes(id) || !equals(onPage(character, id, own), along, SAME),
          );
          return { ...stop, parts: Object.fromEntries(parts) };
        }),
      },
    ]),
  );
  return { ...hung, controls };
}

/** Where a stop brings a part and all that carries it, from where it rests. */
function carriedAt(character: Character, stop: ControlStop, id: string): Matrix {
  const moves = Object.entries(stop.parts).flatMap(([part, change]) => {
    const own = character.parts[part];
    return own ? [[part, { move: moveOfStop(own, change) }] as const] : [];
  });
  const standing = new Standing(character, new Map(moves), STILL);
  return multiply(standing.placeOf(id), inverse(restPlaceOf(character, id)));
}

/** What a stop does to a part, in units of the page rather than those of its group. */
function onPage(character: Character, id: string, change: StopPart): Matrix {
  const part = character.parts[id]!;
  const move = moveOfStop(part, change);
  if (part.parent === null) return move;
  const around = restPlaceOf(character, part.parent);
  return multiply(around, multiply(move, inverse(around)));
}

/** What swings, as it is where nobody has said otherwise. */
export const PLAIN_SWAY = { stiffness: 0.4, damping: 0.25, weight: 0.6, wind: 0.15 } as const;

export function withSway(
  character: Character,
  sway: Pick<Sway, 'name' | 'part'> & Partial<Sway>,
): Character {
  const id = freeId(sway.name, new Set(Object.keys(character.sways)));
  const whole = { ...PLAIN_SWAY, points: [], seed: seedOf(id), ...sway, id };
  return { ...character, sways: inTable<Sway>([...inOrder(character.sways), whole]) };
}

export function withoutSway(character: Character, id: string): Character {
  const { [id]: _gone, ...sways } = character.sways;
  return { ...character, sways };
}

/** A character without what names parts that are gone. */
export function withBodyReleased(character: Character, gone: ReadonlySet<string>): Character {
  const emptied = Object.values(character.bends).filter(({ parts }) =>
    parts.every((id) => gone.has(id)),
  );
  const less = emptied.reduce((now, { id }) => withoutBend(now, id), character);
  const bends = Object.fromEntries(
    Object.entries(less.bends).map(([id, bend]) => {
      const parts = bend.parts.filter((part) => !gone.has(part));
      return [id, parts.length < bend.parts.length ? { ...bend, parts } : bend];
    }),
  );
  const joints = Object.entries(less.joints).filter(
    ([id, { to }]) => !gone.has(id) && (to === null || !gone.has(to)),
  );
  const sways = Object.entries(less.sways).filter(([, { part }]) => !gone.has(part));
  return {
    ...less,
    ...{ bends, joints: Object.fromEntries(joints), sways: Object.fromEntries(sways) },
  };
}

/** A character of whose stops none drags some grips any more. */
function withoutGrips(character: Character, ids: readonly string[]): Character {
  const gone = new Set(ids);
  const drags = Object.values(character.controls).some(({ stops }) =>
    stops.some(({ grips }) => Object.keys(grips).some((id) => gone.has(id))),
  );
  if (!drags) return character;
  const controls = Object.fromEntries(
    Object.entries(character.controls).map(([key, control]) => [
      key,
      {
        ...control,
        stops: control.stops.map((stop) => ({
          ...stop,
          grips: Object.fromEntries(Object.entries(stop.grips).filter(([id]) => !gone.has(id))),
        })),
      },
    ]),
  );
  return { ...character, controls };
}

function newPoint({ name, kind, x, y }: NewPoint, taken: Set<string>): Omit<BendPoint, 'order'> {
  const id = freeId(name, taken);
  taken.add(id);
  return { id, name, kind, x, y, side: 0, limits: null, release: 'returns', rest: { x: 0, y: 0 } };
}

function seedOf(id: string): number {
  let seed = 0;
  for (const letter of id) seed = (31 * seed + letter.charCodeAt(0)) % 1e6;
  return seed;
}

/** A point of a bend where its parts stand at rest, units of the artwork. */
export function pointAtRest(character: Character, bend: Bend, { x, y }: Point): Point {
  return mapped(restPlaceOf(character, bend.parts[0]!), { x, y });
}

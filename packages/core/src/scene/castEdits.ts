import type { TakeClip } from '../passes';
import { mapped, turning } from '../geometry';
import type { SceneReaction } from '../reactions';
import { inOrder, inTable, withRecord } from '../records';
import { castOf, standing, type CastMember } from './cast';
import { linesOf, type Row, type Scene } from './scene';
import { withoutBodiesOf } from './bodyEdits';
import { withoutEmittersOf } from './emitterEdits';

/** How much of the stage's height and width a lone character fills. */
const FILLED = 0.94;

/** The size of artwork. */
export interface ArtworkSize {
  readonly width: number;
  readonly height: number;
}

/** The scale at which artwork fills a stage, with a little room around it. */
export function fillingScale(stage: ArtworkSize, { width, height }: ArtworkSize): number {
  return Math.min((FILLED * stage.height) / height, (FILLED * stage.width) / width);
}

/** A character that comes onto a stage. */
export interface Entrance {
  /** Id of the cast member, and of the row in which its lines stand. */
  readonly id: string;
  /** Id of the character's document. */
  readonly character: string;
  /** The character's name; one that stands there already gets a number after it. */
  readonly name: string;
  readonly size: ArtworkSize;
}

/**
 * A scene with one more character, in front of all others: where there is most room beside them, on their ground. A
 * first one stands large in the middle.
 */
export function withMember(scene: Scene, { id, character, name, size }: Entrance): Scene {
  const others = castOf(scene);
  const { stage } = scene;
  const scale = fillingScale(stage, size);
  const ground = others.length > 0 ? Math.max(...others.map(({ y }) => y)) : null;
  const same = others.filter((other) => other.character === character).length;
  const member = {
    ...standing({
      ...{ id, character, scale },
      x: stage.width * freestPlace(others.map(({ x }) => x / stage.width)),
      y: ground ?? (stage.height + size.height * scale) / 2,
    }),
    name: same > 0 ? `${name} ${same + 1}` : null,
  };
  const row: Omit<Row, 'order'> = { id, kind: 'dialogue', target: id, muted: false };
  return {
    ...scene,
    cast: inTable<CastMember>([...others, member]),
    rows: inTable<Row>([...inOrder(scene.rows), row]),
  };
}

/** Shares of the stage's width at which a character may come in, the best ones first. */
const PLACES = [1 / 2, 1 / 4, 3 / 4, 3 / 8, 5 / 8, 1 / 8, 7 / 8];

/** The place that is farthest from those that are taken; the first of several. */
function freestPlace(taken: readonly number[]): number {
  const room = (place: number) => Math.min(1, ...taken.map((other) => Math.abs(place - other)));
  return PLACES.reduce((best, place) => (room(place) > room(best) + 1e-9 ? place : best));
}

/** A scene without a member of its cast, what acts on it, and what it says. */
export function withoutMember(before: Scene, id: string): Scene {
  const scene = withoutBodiesOf(withoutEmittersOf(before, id), id);
  const rows = inOrder(scene.rows).filter(({ target }) => target !== id);
  const kept = new Set(rows.map((row) => row.id));
  return {
    ...scene,
    cast: inTable<CastMember>(castOf(scene).filter((member) => member.id !== id)),
    rows: inTable<Row>(rows),
    lines: Object.fromEntries(
      linesOf(scene)
        .filter(({ row }) => kept.has(row))
        .map((line) => [line.id, line]),
    ),
    reactions: inTable<SceneReaction>(
      inOrder(scene.reactions).filter(({ member }) => member !== id),
    ),
    keys: Object.fromEntries(Object.entries(scene.keys).filter(([, { member }]) => member !== id)),
    moves: Object.fromEntries(
      Object.entries(scene.moves).filter(([, { member }]) => member !== id),
    ),
    takes: inTable<TakeClip>(inOrder(scene.takes).filter(({ member }) => member !== id)),
    cues: Object.fromEntries(Object.entries(scene.cues).filter(([, { member }]) => member !== id)),
    performances: Object.fromEntries(
      Object.entries(scene.performances).filter(([member]) => member !== id),
    ),
  };
}

/** Where a member stands, and how. */
export type Placement = Pick<CastMember, 'x' | 'y' | 'scale' | 'turn' | 'mirrored'>;

/** Those that go with a member: itself, and all of its group. */
export function movedWith(scene: Pick<Scene, 'cast'>, id: string): readonly CastMember[] {
  const member = scene.cast[id];
  if (!member) return [];
  return castOf(scene).filter((other) => {
    return other === member || (member.group !== null && other.group === member.group);
  });
}

/**
 * A scene in which a member moves together with another one, and with whoever that moves with; or no longer.
 *
 * @param group id for a new group
 */
export function withTogether(
  scene: Scene,
  id: string,
  other: string,
  together: boolean,
  group: string,
): Scene {
  const change = (cast: Scene['cast'], ids: readonly string[], to: string | null) =>
    ids.reduce(
      (table, one) => withRecord(table, one, (member) => ({ ...member, group: to })),
      cast,
    );
  if (together) {
    const ids = [id, other].flatMap((one) => movedWith(scene, one)).map((member) => member.id);
    return { ...scene, cast: change(scene.cast, ids, group) };
  }
  const left = movedWith(scene, other).filter((member) => member.id !== other);
  const alone = change(scene.cast, [other], null);
  // One that is left by itself is no group.
  const last = left.length === 1 ? left.map((member) => member.id) : [];
  return { ...scene, cast: change(alone, last, null) };
}

/** A scene with a member elsewhere, and its group with it. Those that are locked stay. */
export function withMoved(scene: Scene, id: string, by: { x: number; y: number }): Scene {
  return withEach(scene, id, ({ x, y }) => ({ x: x + by.x, y: y + by.y }));
}

/** A scene with a member larger or smaller by a factor about a point of the stage, and its group with it. */
export function withScaled(
  scene: Scene,
  id: string,
  factor: number,
  about: { x: number; y: number },
): Scene {
  return withEach(scene, id, ({ x, y, scale }) => ({
    x: about.x + factor * (x - about.x),
    y: about.y + factor * (y - about.y),
    scale: scale * factor,
  }));
}

/** A scene with a member turned about a point of the stage, and its group with it. @param angle clockwise, radians */
export function withTurned(
  scene: Scene,
  id: string,
  angle: number,
  about: { x: number; y: number },
): Scene {
  const turned = turning(angle, about);
  return withEach(scene, id, ({ x, y, turn }) => ({
    ...mapped(turned, { x, y }),
    turn: normalAngle(turn + angle),
  }));
}

/** The same direction between half a turn back and half a turn on, radians. */
function normalAngle(angle: number): number {
  return angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));
}

function withEach(
  scene: Scene,
  id: string,
  change: (member: CastMember) => Partial<Placement>,
): Scene {
  const cast = movedWith(scene, id)
    .filter(({ locked }) => !locked)
    .reduce(
      (table, member) => withRecord(table, member.id, (one) => ({ ...one, ...change(one) })),
      scene.cast,
    );
  return { ...scene, cast };
}

/** A scene in which a member's row stands so many rows further down, or up where that is less than 0. */
export function withRowMoved(scene: Scene, member: string, steps: number): Scene {
  const order = inOrder(scene.rows);
  const from = order.findIndex(({ target }) => target === member);
  if (from < 0) return scene;
  const rows = inTable<Row>(shifted(order, from, from + steps));
  return { ...scene, rows };
}

/** A list in which one item stands elsewhere, or at the end that is nearest. */
function shifted<Item>(list: readonly Item[], from: number, to: number): Item[] {
  const others = list.filter((_, at) => at !== from);
  const place = Math.min(others.length, Math.max(0, to));
  return [...others.slice(0, place), list[from]!, ...others.slice(place)];
}

/** A scene with a member one step nearer to the front (1) or the back (-1), or all the way (Infinity, -Infinity). */
export function withReordered(scene: Scene, id: string, steps: number): Scene {
  const order = castOf(scene);
  const from = order.findIndex((member) => member.id === id);
  if (from < 0) return scene;
  return { ...scene, cast: inTable<CastMember>(shifted(order, from, from + steps)) };
}

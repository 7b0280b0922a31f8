import { alongLine, centerlineOf } from '../../mesh';
import { middleOf, unionOf, type Box, type Point } from '../../geometry';
import { withBend, withJoint, withSway, type NewPoint } from '../bend/bendEdits';
import { withPivot } from '../bodyEdits';
import { boundsOfPart } from '../bounds';
import { bendsByPart } from '../bend/bendsByPart';
import type { Character } from '../character';
import { partsOf } from '../partList';
import type { Part } from '../part';
import { recognise } from '../recognition/recognise';
import type { Sway } from '../sway/sway';
import type { BodyPlan } from './bodyPlan';
import { jointOf } from './joints';
import type { BodyProposal } from './proposal';

type Manner = Pick<Sway, 'stiffness' | 'damping' | 'weight' | 'wind'> & {
  /** Whether it bends along its length, or swings as a whole. */
  readonly bends: boolean;
};

/** How things swing, by what they are. */
const MANNERS: Readonly<Record<string, Manner>> = {
  tail: { stiffness: 0.45, damping: 0.25, weight: 0.2, wind: 0.1, bends: true },
  scarf: { stiffness: 0.25, damping: 0.2, weight: 0.5, wind: 0.45, bends: true },
  hair: { stiffness: 0.45, damping: 0.25, weight: 0.4, wind: 0.2, bends: true },
  ear: { stiffness: 0.7, damping: 0.3, weight: 0.2, wind: 0, bends: false },
  whiskers: { stiffness: 0.75, damping: 0.2, weight: 0.05, wind: 0.05, bends: true },
  string: { stiffness: 0.2, damping: 0.15, weight: 0.8, wind: 0.3, bends: true },
  crest: { stiffness: 0.6, damping: 0.25, weight: 0.1, wind: 0.15, bends: true },
};
/** Words for things that hang loose, and how they swing. */
const WORDS: readonly (readonly [manner: string, words: RegExp])[] = [
  ['string', /\b(strings?|cords?|tassels?|ribbons?|pendants?|laces?|ties?|earrings?)\b/i],
  ['crest', /\b(crest|plume|feathers?|antennae?|tuft)\b/i],
  ['hair', /\b(ponytails?|braids?|locks?|strands?|pigtails?)\b/i],
];
/** What hangs down with at least this weight has its end below its root. */
const HANGS_DOWN = 0.5;
/** Nothing but their own ends hangs on these. */
const LIMBS = ['arm', 'hand', 'leg', 'foot', 'wing', 'tail'];
/** What hangs loose reaches out of what carries it by this share of its own size. */
const OUTSIDE = 0.4;
/** What hangs down is held so far in from its upper edge, as a share of its height. */
const TOP = 0.04;
/** So much longer than wide is worth bending. */
const LONG = 1.6;
/** The points along what bends. */
const POINTS = [0.03, 0.36, 0.68, 0.97];

/** Something that hangs loose: where, on what, and how it swings. */
interface Loose {
  readonly part: Part;
  readonly manner: Manner;
  readonly carriers: readonly string[];
  readonly root: Point;
  readonly box: Box;
}

/** What hangs loose, and swings: tails, scarves, strings, whiskers, and hair and ears that reach out of the head. */
export function looseProposals(character: Character, plan: BodyPlan): BodyProposal[] {
  const bent = bendsByPart(character);
  const swinging = new Set(Object.values(character.sways).map(({ part }) => part));
  return looseParts(character, plan)
    .filter(({ part }) => !swinging.has(part.id))
    .map(({ part, manner, carriers, root, box }) => {
      const long = Math.max(box.width, box.height) > LONG * Math.min(box.width, box.height);
      const bends = manner.bends && long && part.drawing !== null && !bent.has(part.id);
      const name = `${capitalised(part.name)} sways`;
      return {
        name,
        why: bends ? 'Hangs loose: bends along its length' : 'Hangs loose: swings about its root',
        apply: (now, trace) => {
          const hung = hungOn(now, part, carriers, root);
          const { bends: _bends, ...how } = manner;
          const swing = { name, part: part.id, ...how };
          const bending = bends && alongItsLength(hung, swing, trace([part.id]), root);
          return bending || withSway(hung, swing);
        },
      };
    });
}

/** The parts that hang loose, by their names and by where they lie. */
export function looseParts(character: Character, plan: BodyPlan): Loose[] {
  const found = recognise(partsOf(character));
  return partsOf(character).flatMap((part): Loose[] => {
    const { role, side } = found.get(part.id) ?? {};
    const named = WORDS.find(([, words]) => words.test(part.name))?.[0];
    const manner = MANNERS[named ?? role ?? ''];
    if (!manner || part.hidden || part.locked || hasLooseEnd(character, part)) return [];
    const box = boundsOfPart(character, part.id);
    if (!box) return [];
    // Whiskers of both sides in one drawing have no root.
    if (role === 'whiskers') return side ? whiskers(character, found, { part, manner, box }) : [];
    const hangs = manner.weight >= HANGS_DOWN;
    const carriers = carriersFor(character, plan, part, hangs ? topOf(box) : null);
    const held = hangs && carriers.some((id) => holds(boundsOfPart(character, id), topOf(box)));
    const root = held ? topOf(box) : jointOf(character, [part.id], carriers);
    if (!root || !reachesOut(character, box, carriers)) return [];
    if (hangs && middleOf(box).y < root.y) return [];
    return [{ part, manner, carriers, root, box }];
  });
}

/** Whiskers stand out from the nose, or from the mouth. */
function whiskers(
  character: Character,
  found: ReturnType<typeof recognise>,
  { part, manner, box }: Pick<Loose, 'part' | 'manner' | 'box'>,
): Loose[] {
  const middle = ['nose', 'mouth', 'head'].flatMap((role) =>
    partsOf(character).filter(({ id }) => found.get(id)?.role === role),
  )[0];
  const root = middle && jointOf(character, [part.id], [middle.id]);
  return root ? [{ part, manner, carriers: [], root, box }] : [];
}

/** A point near the upper edge of what hangs. */
function topOf({ x, y, width, height }: Box): Point {
  return { x: x + width / 2, y: y + TOP * height };
}

/**
 * The parts that a loose one hangs on: what holds its upper end, the head for what belongs to one, the body, or all
 * else beside it.
 */
function carriersFor(
  character: Character,
  { head, body }: BodyPlan,
  part: Part,
  top: Point | null,
): readonly string[] {
  const own = boundsOfPart(character, part.id);
  const others = (ids: readonly string[]) => ids.filter((id) => id !== part.id);
  const beside = partsOf(character).filter(
    ({ id, parent, hidden }) => id !== part.id && parent === part.parent && !hidden,
  );
  if (head.includes(part.id)) return others(head);
  const touching = beside.filter(({ id, name }) => {
    const box = boundsOfPart(character, id);
    if (!box || !own || WORDS.some(([, words]) => words.test(name))) return false;
    return top ? holds(box, top) : overlaps(own, box);
  });
  const start = touching.find(({ name }) => isEndOf(part.name, name));
  if (start) return [start.id];
  const found = recognise(partsOf(character));
  const near = touching.filter(
    ({ id, name }) =>
      !body.includes(id) && !isEndOf(name, part.name) && !LIMBS.includes(found.get(id)?.role ?? ''),
  );
  if (near.length > 0) return [smallest(character, near).id];
  return others(body).length > 0 ? others(body) : beside.map(({ id }) => id);
}

function holds(box: Box | null, point: Point): boolean {
  if (!box) return false;
  const { x, y, width, height } = box;
  return point.x >= x && point.x <= x + width && point.y >= y && point.y <= y + height;
}

/** Whether one name goes on from another: "scarf end" from "scarf". */
function isEndOf(name: string, start: string): boolean {
  return name.toLowerCase().startsWith(`${start.toLowerCase()} `);
}

/** Whether the loose end of a part is a part of its own. */
function hasLooseEnd(character: Character, part: Part): boolean {
  return partsOf(character).some(
    ({ name, parent }) => parent === part.parent && isEndOf(name, part.name),
  );
}

/** Whether something reaches out of what it hangs on. */
function reachesOut(character: Character, box: Box, carriers: readonly string[]): boolean {
  const carried = unionOf(carriers.flatMap((id) => boundsOfPart(character, id) ?? []));
  if (!carried) return false;
  const inside =
    Math.max(
      0,
      Math.min(box.x + box.width, carried.x + carried.width) - Math.max(box.x, carried.x),
    ) *
    Math.max(
      0,
      Math.min(box.y + box.height, carried.y + carried.height) - Math.max(box.y, carried.y),
    );
  return 1 - inside / (box.width * box.height || 1) > OUTSIDE;
}

/** A character in which something turns about its root, and goes along with the part that it hangs on. */
function hungOn(
  character: Character,
  part: Part,
  carriers: readonly string[],
  root: Point,
): Character {
  const turned = withPivot(character, part.id, root);
  if (carriers.length !== 1 || turned.joints[part.id]) return turned;
  return withJoint(turned, [part.id], 'fixed', carriers[0]!);
}

function alongItsLength(
  character: Character,
  swing: Parameters<typeof withSway>[1],
  outline: Parameters<typeof withBend>[3] | null,
  root: Point,
): Character | null {
  const line = outline ? centerlineOf(outline, root) : [];
  if (!outline || line.length < 4) return null;
  const points = POINTS.map((share, at): NewPoint => {
    const name = at === 0 ? 'Root' : at === POINTS.length - 1 ? 'End' : `Middle ${at}`;
    return { name, kind: at === 0 ? 'hold' : 'joint', ...alongLine(line, share) };
  });
  const splints = POINTS.slice(1).map((_, at) => [at, at + 1] as const);
  const bent = withBend(character, swing.name, [swing.part], outline, points, splints);
  const made = bendsByPart(bent).get(swing.part)!;
  const ids = Object.values(made.points)
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .map(({ id }) => id);
  return withSway(bent, { ...swing, points: ids });
}

function smallest(character: Character, parts: readonly Part[]): Part {
  const area = ({ id }: Part) => {
    const box = boundsOfPart(character, id);
    return box ? box.width * box.height : Infinity;
  };
  return parts.reduce((best, part) => (area(part) < area(best) ? part : best));
}

function overlaps(one: Box, other: Box): boolean {
  const [a, b] = [middleOf(one), middleOf(other)];
  return (
    Math.abs(a.x - b.x) < (one.width + other.width) / 2 &&
    Math.abs(a.y - b.y) < (one.height + other.height) / 2
  );
}

function capitalised(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

import { middleOf, unionOf, type Box } from '../../geometry';
import { boundsOfPart } from '../bounds';
import type { Character } from '../character';
import type { Part } from '../part';
import { partsOf } from '../partList';
import { treeOf } from '../tree';
import type { Meaning, Side } from './meaning';
import { recognise } from './recognise';
import { soundsByShape } from './mouthShapes';
import type { Role } from './words';

/** What a part without a telling name looks like by its shape and place. */
export interface LookProposal {
  readonly part: string;
  readonly meaning: Meaning;
}

/** Two boxes are a pair where their sizes differ by no more than this share. */
const ALIKE = 0.3;
/** Share of its height by which one of a pair may be higher than the other. */
const LEVEL = 0.5;
/** A part that covers so much of the figure, each way, is what others lie on. */
const GROUND = 0.6;
/** Eyes lie above this share of the figure's height. */
const UPPER = 0.65;
/** How far eyes are apart, in widths of one. */
const APART = { least: 0.9, most: 7 } as const;

/** What is looked at though it is told already: the others are found by it. */
const OF_A_FACE: ReadonlySet<string> = new Set<Role>([
  'white',
  'pupil',
  'open eye',
  'closed eye',
  'brow',
]);

/** Something drawn, whose name tells nothing, or a part of the face. */
interface Candidate {
  readonly part: Part;
  readonly box: Box;
  readonly hidden: boolean;
}

/**
 * What parts without telling names are by their look and place, as a proposal: two similar round things side by side in
 * the upper half are eyes, what lies in them pupils, what waits hidden over them closed eyes, what is flat above them
 * brows; something wide in the middle beneath is the mouth, and hidden drawings at its place are its other drawings.
 */
export function proposedByLook(character: Character): LookProposal[] {
  const parts = partsOf(character);
  const named = recognise(parts);
  const tree = treeOf(parts);
  const drawn = parts.flatMap((part): Candidate[] => {
    const box = part.drawing === null ? null : boundsOfPart(character, part.id);
    return box ? [{ part, box, hidden: part.hidden }] : [];
  });
  const figure = unionOf(drawn.map(({ box }) => box));
  if (!figure) return [];
  const candidates = drawn.filter(({ part }) => {
    const role = named.get(part.id)?.role;
    return role === undefined || OF_A_FACE.has(role);
  });
  const small = candidates.filter(
    ({ box }) => box.width < GROUND * figure.width && box.height < GROUND * figure.height,
  );
  const roles = new Set([...named.values()].map(({ role }) => role));
  const eyes = eyesAmong(small, figure);
  if (!eyes) return [];
  const found: LookProposal[] = [];
  const say = (candidate: Candidate, role: Role, side: Side | null) => {
    const isKnown = [...named.values()].some((one) => one.role === role && one.side === side);
    if (isKnown || named.has(candidate.part.id)) return;
    found.push({ part: candidate.part.id, meaning: { role, side, sound: null } });
  };
  for (const [at, eye] of eyes.pair.entries()) {
    const side = SIDES[at]!;
    const pupil = eyes.pupils?.[at];
    say(eye, pupil ? 'white' : 'open eye', side);
    if (pupil) say(pupil, 'pupil', side);
    const closed = small.find((one) => one.hidden && isOver(one.box, eye.box));
    if (closed) say(closed, 'closed eye', side);
  }
  const brows = browsAbove(eyes.pair, small);
  brows?.forEach((brow, at) => say(brow, 'brow', SIDES[at]!));
  const taken = new Set(found.map(({ part }) => part));
  const mouth = mouthBeneath(
    eyes.pair,
    small.filter(({ part }) => !taken.has(part.id) && !named.has(part.id)),
  );
  if (mouth && !roles.has('mouth') && !roles.has('mouth drawing')) {
    const { part } = mouth;
    // Drawings that lie in a group of their own at one place are the drawings of one mouth.
    const around = part.parent === null ? [] : (tree.get(part.parent) ?? []);
    const together =
      around.length > 1 && around.every(({ id }) => isAt(boundsOfPart(character, id), mouth.box));
    found.push({
      part: together ? part.parent! : part.id,
      meaning: { role: 'mouth', side: null, sound: null },
    });
    if (together) found.push(...drawingsOf(character, around));
  }
  return found;
}

/** What the drawings of one mouth are: the one that is seen says nothing, the others what they look like. */
function drawingsOf(character: Character, drawings: readonly Part[]): LookProposal[] {
  const boxes = drawings.flatMap(({ id, hidden }) => {
    const box = hidden ? boundsOfPart(character, id) : null;
    return box ? [[id, box] as const] : [];
  });
  const sounds = soundsByShape(
    new Map(
      boxes.map(([id, { width, height }]) => [id, { open: height, wide: width, inside: null }]),
    ),
  );
  return drawings.flatMap(({ id, hidden }): LookProposal[] => {
    const viseme = hidden ? sounds.get(id) : 0;
    if (viseme === undefined) return [];
    const sound = { visemes: [viseme], mood: null, loudness: null, number: null, expression: null };
    return [{ part: id, meaning: { role: 'mouth drawing', side: null, sound } }];
  });
}

/** The character's own sides, from the left of the page. */
const SIDES: readonly Side[] = ['right', 'left'];

interface EyePair {
  /** From the left of the page. */
  readonly pair: readonly [Candidate, Candidate];
  readonly pupils: readonly [Candidate, Candidate] | null;
}

function eyesAmong(candidates: readonly Candidate[], figure: Box): EyePair | null {
  const seen = candidates.filter(
    ({ box, hidden }) =>
      !hidden &&
      middleOf(box).y < figure.y + UPPER * figure.height &&
      box.width < 3 * box.height &&
      box.height < 3 * box.width,
  );
  const pairs = pairsOf(seen);
  const inside = (outer: Candidate) =>
    seen.filter((one) => one !== outer && holds(outer.box, one.box));
  const withPupils = pairs
    .map((pair) => {
      const [left, right] = pair.map(inside);
      const pupils = pairsOf([...left!, ...right!]).find(
        ([one, other]) => left!.includes(one) && right!.includes(other),
      );
      return { pair, pupils: pupils ?? null };
    })
    .sort((a, b) => sizeOf(b.pair) - sizeOf(a.pair));
  return withPupils.find(({ pupils }) => pupils !== null) ?? withPupils[0] ?? null;
}

const sizeOf = ([{ box }]: readonly [Candidate, Candidate]) => box.width * box.height;

/** Pairs of alike things side by side, each from the left of the page. */
function pairsOf(candidates: readonly Candidate[]): (readonly [Candidate, Candidate])[] {
  const sorted = [...candidates].sort((a, b) => a.box.x - b.box.x);
  return sorted.flatMap((one, at) =>
    sorted
      .slice(at + 1)
      .flatMap((other) => (isPair(one.box, other.box) ? [[one, other] as const] : [])),
  );
}

function isPair(one: Box, other: Box): boolean {
  const alike = (a: number, b: number) => Math.abs(a - b) <= ALIKE * Math.max(a, b);
  const [a, b] = [middleOf(one), middleOf(other)];
  const apart = (b.x - a.x) / one.width;
  return (
    alike(one.width, other.width) &&
    alike(one.height, other.height) &&
    Math.abs(a.y - b.y) <= LEVEL * one.height &&
    apart >= APART.least &&
    apart <= APART.most
  );
}

function holds(outer: Box, inner: Box): boolean {
  const middle = middleOf(inner);
  return (
    inner.width < 0.9 * outer.width &&
    middle.x > outer.x &&
    middle.x < outer.x + outer.width &&
    middle.y > outer.y &&
    middle.y < outer.y + outer.height
  );
}

/** Whether something lies over an eye, about as wide. */
function isOver(box: Box, eye: Box): boolean {
  const [a, b] = [middleOf(box), middleOf(eye)];
  return (
    Math.abs(a.x - b.x) < eye.width / 2 &&
    Math.abs(a.y - b.y) < eye.height &&
    box.width > 0.5 * eye.width &&
    box.width < 2 * eye.width
  );
}

function browsAbove(
  [left, right]: readonly [Candidate, Candidate],
  candidates: readonly Candidate[],
): readonly [Candidate, Candidate] | null {
  const above = candidates.filter(({ box, hidden }) => {
    const up = left.box.y + left.box.height / 2 - middleOf(box).y;
    return (
      !hidden &&
      box.width > 1.3 * box.height &&
      up > 0.4 * left.box.height &&
      up < 3 * left.box.height
    );
  });
  const over = (brow: Candidate, eye: Candidate) =>
    Math.abs(middleOf(brow.box).x - middleOf(eye.box).x) < eye.box.width;
  return pairsOf(above).find(([one, other]) => over(one, left) && over(other, right)) ?? null;
}

/** What is widest in the middle beneath the eyes. */
function mouthBeneath(
  [left, right]: readonly [Candidate, Candidate],
  candidates: readonly Candidate[],
): Candidate | null {
  const [a, b] = [middleOf(left.box), middleOf(right.box)];
  const apart = b.x - a.x;
  const beneath = candidates.filter(({ box, hidden }) => {
    const middle = middleOf(box);
    const down = middle.y - (a.y + b.y) / 2;
    return (
      !hidden &&
      Math.abs(middle.x - (a.x + b.x) / 2) < 0.4 * apart &&
      down > 0.35 * apart &&
      down < 3 * apart &&
      box.width > 0.25 * apart &&
      box.width < 2.5 * apart &&
      box.width > box.height
    );
  });
  return [...beneath].sort((one, other) => other.box.width - one.box.width)[0] ?? null;
}

function isAt(box: Box | null, place: Box): boolean {
  if (!box) return false;
  const [a, b] = [middleOf(box), middleOf(place)];
  return Math.abs(a.x - b.x) < place.width / 2 && Math.abs(a.y - b.y) < place.width / 2;
}

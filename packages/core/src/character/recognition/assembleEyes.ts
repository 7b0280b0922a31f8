import { distance, type Box, type Point } from '../../geometry';
import { boundsOfPart } from '../bounds';
import type { Character } from '../character';
import type { Brow, Eye, Eyes, Lids } from '../eyes';
import type { Part } from '../part';
import { branchOf, holdersOf } from '../tree';
import { ovalReach } from '../reach';
import { recognise, type Finding } from './recognise';
import type { Role } from './words';
import { partsOf, withPartList } from '../partList';

/** From so many closed drawings of one eye on, a blink runs through them. */
const LEAST_FLIP = 2;
/** How far a lid slides over its eye, as a share of its white. */
const LID_TRAVEL = 0.85;

/** A character whose eyes look and blink as its parts allow. */
export function assembledEyes(character: Character): Character {
  const findings = recognise(partsOf(character));
  const having = (...roles: Role[]) =>
    partsOf(character).filter(({ id }) => roles.includes(findings.get(id)?.role as Role));
  const pupils = having('pupil').filter(
    ({ id, parent }) => boundsOfPart(character, id) && findings.get(parent ?? '')?.role !== 'pupil',
  );
  const whites = whitesOf(partsOf(character), pupils, having);
  const lids = lidsOf(character, findings, having);
  const eyes: Eyes = {
    ...character.eyes,
    pupils: pupils.flatMap(({ id }) => eyeOf(character, id, whites) ?? []),
    lids,
    brows: { left: browOf('left'), right: browOf('right') },
  };
  return {
    ...withPartList(character, asEyesNeed(character, lids, pupils, whites)),
    eyes,
  };

  function browOf(side: 'left' | 'right'): Brow | null {
    const brow = having('brow').find(({ id }) => findings.get(id)!.side === side);
    const box = brow && boundsOfPart(character, brow.id);
    return box ? { part: brow.id, pivot: centerOf(box), raise: 0, turn: 0 } : null;
  }
}

/** The whites; where none is named so, an “eye” without a pupil inside is one. */
function whitesOf(
  parts: readonly Part[],
  pupils: readonly Part[],
  having: (...roles: Role[]) => Part[],
): Part[] {
  const named = having('white');
  if (named.length > 0) return named;
  const holding = new Set(
    pupils.flatMap((pupil) => holdersOf(parts, pupil.id).map(({ id }) => id)),
  );
  return having('eyes', 'open eye').filter(({ id }) => !holding.has(id));
}

/** A pupil with the room that it has in the white around it, taken for an oval. */
function eyeOf(character: Character, pupil: string, whites: readonly Part[]): Eye | null {
  const own = boundsOfPart(character, pupil);
  if (!own) return null;
  const center = centerOf(own);
  const white = nearestTo(center, character, whites);
  return white && { pupil, white: white.id, center, reach: ovalReach(white.box, own) };
}

function nearestTo(to: Point, character: Character, parts: readonly Part[]) {
  const placed = parts.flatMap(({ id }) => {
    const box = boundsOfPart(character, id);
    return box ? [{ id, box, far: distance(to, centerOf(box)) }] : [];
  });
  return placed.sort((one, other) => one.far - other.far)[0] ?? null;
}

function lidsOf(
  character: Character,
  findings: ReadonlyMap<string, Finding>,
  having: (...roles: Role[]) => Part[],
): Lids | null {
  const closed = outermost(having('closed eye'), partsOf(character));
  const open = outermost(having('open eye', 'white', 'pupil'), partsOf(character)).filter(
    ({ id }) =>
      !closed.some((shut) => branchOf(partsOf(character), shut.id).some((part) => part.id === id)),
  );
  if (closed.length > 0) {
    const sides = new Map<string, Part[]>();
    for (const part of closed) {
      const side = findings.get(part.id)!.side ?? 'both';
      sides.set(side, [...(sides.get(side) ?? []), part]);
    }
    const runs = [...sides.values()];
    if (runs.every((run) => run.length >= LEAST_FLIP) && open.length === runs.length) {
      return {
        kind: 'flip',
        flips: runs.map((run, at) => [open[at]!.id, ...run.map(({ id }) => id)]),
      };
    }
    return { kind: 'swap', closed: closed.map(({ id }) => id), open: open.map(({ id }) => id) };
  }
  const sliding = having('lid').flatMap(({ id }) => {
    const box = boundsOfPart(character, id);
    const white = box && nearestTo(centerOf(box), character, having('white'));
    return white ? [{ part: id, x: 0, y: white.box.height * LID_TRAVEL }] : [];
  });
  return sliding.length > 0 ? { kind: 'slide', lids: sliding } : null;
}

/** Of parts inside each other only the outer ones. */
function outermost(some: readonly Part[], parts: readonly Part[]): Part[] {
  const inner = new Set(
    some.flatMap(({ id }) =>
      branchOf(parts, id)
        .slice(1)
        .map((part) => part.id),
    ),
  );
  return some.filter(({ id }) => !inner.has(id));
}

/** Closed eyes wait unseen; a pupil right above its white is seen only within it. */
function asEyesNeed(
  character: Character,
  lids: Lids | null,
  pupils: readonly Part[],
  whites: readonly Part[],
): Part[] {
  const waiting = new Set(
    lids?.kind === 'swap'
      ? lids.closed
      : lids?.kind === 'flip'
        ? lids.flips.flatMap(([, ...rest]) => rest)
        : [],
  );
  const seen = new Set(
    lids?.kind === 'swap'
      ? lids.open
      : lids?.kind === 'flip'
        ? lids.flips.map(([first]) => first!)
        : [],
  );
  const parts = partsOf(character);
  return parts.map((part) => {
    const beneath = parts.findLast(
      ({ parent }, at) => parent === part.parent && at < parts.indexOf(part),
    );
    const inWhite =
      pupils.includes(part) &&
      !!beneath &&
      whites.includes(beneath) &&
      liesIn(boundsOfPart(character, part.id), boundsOfPart(character, beneath.id));
    return {
      ...part,
      hidden: waiting.has(part.id) || (part.hidden && !seen.has(part.id)),
      clipped: part.clipped || inWhite,
    };
  });
}

/** Whether the middle of a box is in another: both eyes' whites may lie beneath both pupils. */
function liesIn(box: Box | null, other: Box | null): boolean {
  if (!box || !other) return false;
  const { x, y } = centerOf(box);
  return x >= other.x && x <= other.x + other.width && y >= other.y && y <= other.y + other.height;
}

const centerOf = ({ x, y, width, height }: Box): Point => ({ x: x + width / 2, y: y + height / 2 });

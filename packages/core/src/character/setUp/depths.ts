import { middleOf, type Point } from '../../geometry';
import { bodyControlsOf, UNTOUCHED, type BodyControl } from '../bodyControl';
import { withStopParts } from '../bodyEdits';
import type { Character } from '../character';
import { shareOf } from '../pad/pad';
import { partsOf } from '../partList';
import { holdersOf } from '../tree';
import { bodyPlanOf } from './bodyPlan';
import { headReach, NOD, TURN } from './head';
import { boundsOf } from './joints';

/** A part of a face in relief. */
export interface FaceDepth {
  readonly part: string;
  readonly name: string;
  /** How far it lies in front of the middle of the head: 1 the tip of a nose. */
  readonly depth: number;
  /** Its middle, and how much of the height of the head lies above it. */
  readonly middle: Point;
  readonly down: number;
}

/** No part lies further in front, or behind. */
export const DEPTH_RANGE = { least: -0.5, most: 1.5 } as const;

/** How far the parts of a face lie in front, as its turn or its nod moves them; none where it does neither. */
export function faceDepths(character: Character): FaceDepth[] {
  const plan = bodyPlanOf(character);
  const head = boundsOf(character, plan.head);
  const own = ownDepths(character);
  if (!head || !own) return [];
  return plan.features.flatMap(({ part }): FaceDepth[] => {
    const box = boundsOf(character, [part]);
    if (!box) return [];
    const middle = middleOf(box);
    return [
      {
        ...{ part, name: character.parts[part]!.name, middle },
        depth: (own.get(part) ?? 0) + depthAround(character, own, part),
        down: (middle.y - head.y) / head.height,
      },
    ];
  });
}

/** A character in which a part of the face lies further in front, or less; what it holds goes along. */
export function withFaceDepth(character: Character, part: string, depth: number): Character {
  const own = ownDepths(character);
  const reach = headReach(character);
  if (!own || !reach) return character;
  const wanted = Math.max(DEPTH_RANGE.least, Math.min(DEPTH_RANGE.most, depth));
  const more = wanted - depthAround(character, own, part) - (own.get(part) ?? 0);
  return headControls(character).reduce(
    (now, control) =>
      control.stops.reduce((moved, { at }) => {
        const way = shareOf(control, at) * more;
        const across = control.name === TURN ? way * reach.turn : 0;
        const down = control.name === NOD ? way * reach.nod : 0;
        return withStopParts(moved, control.id, at, [part], (change) => ({
          ...change,
          ...{ x: change.x + across, y: change.y + down },
        }));
      }, now),
    character,
  );
}

function headControls(character: Character): readonly BodyControl[] {
  return bodyControlsOf(character).filter(({ name }) => name === TURN || name === NOD);
}

/** How far parts lie in front of what holds them, as their nod says; null where nothing does. */
function ownDepths(character: Character): ReadonlyMap<string, number> | null {
  const reach = headReach(character);
  const nod = headControls(character).find(({ name }) => name === NOD);
  const lowest = nod?.stops.at(-1);
  if (!reach || !nod || !lowest || shareOf(nod, lowest.at) <= 0) return null;
  const way = shareOf(nod, lowest.at) * reach.nod;
  return new Map(
    Object.keys(character.parts).flatMap((id) => {
      const { y } = lowest.parts[id] ?? UNTOUCHED;
      return y === 0 ? [] : [[id, y / way] as const];
    }),
  );
}

function depthAround(character: Character, own: ReadonlyMap<string, number>, part: string): number {
  return holdersOf(partsOf(character), part).reduce((sum, { id }) => sum + (own.get(id) ?? 0), 0);
}

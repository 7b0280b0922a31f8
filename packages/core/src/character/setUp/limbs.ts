import { withPivot } from '../bodyEdits';
import type { Character } from '../character';
import { bendsByPart } from '../bend/bendsByPart';
import type { BodyPlan, Limb } from './bodyPlan';
import { boundsOf, jointOf, rootOf } from './joints';
import { DEGREE, limbName, partsInWords, type BodyProposal } from './proposal';
import { turnedTogether, withShown } from './shows';

/** How far each goes to either side. */
const SWING: Partial<Readonly<Record<Limb['role'], number>>> = {
  arm: 22 * DEGREE,
  wing: 25 * DEGREE,
  leg: 12 * DEGREE,
  tail: 14 * DEGREE,
  ear: 12 * DEGREE,
};
/** From this share of the width of what carries it on, a limb without a side is that of both sides. */
const BOTH_SIDES = 0.6;

/** A limb turned about where it is joined; null for one that can't be. */
export function limbProposal(
  character: Character,
  plan: BodyPlan,
  limb: Limb,
): BodyProposal | null {
  const { role, side, parts } = limb;
  const swing = SWING[role];
  const onHead = role === 'ear';
  const carriers = onHead ? plan.head.filter((id) => !parts.includes(id)) : plan.body;
  const joint = (onHead ? jointOf : rootOf)(character, parts, carriers);
  if (swing === undefined || !joint || spansBothSides(character, limb, carriers)) return null;
  const name = limbName(side, role);
  // Where it bends, it turns about the same shoulder.
  const about = (now: Character) =>
    bendsByPart(now).has(parts[0]!) ? now.parts[parts[0]!]!.pivot : joint;
  // An arm, and whatever comes in pairs, goes up on its own side.
  const up = side === 'left' ? -swing : swing;
  return {
    name,
    why: `${partsInWords(parts.length)}, turned at the ${onHead ? 'head' : 'body'}`,
    apply: (now) =>
      withShown(
        bendsByPart(now).has(parts[0]!)
          ? now
          : parts.reduce((one, id) => withPivot(one, id, joint), now),
        name,
        [
          [-1, turnedTogether(parts, about(now), -up)],
          [1, turnedTogether(parts, about(now), up)],
        ],
      ),
  };
}

/** Whether a limb is drawn as one with that of the other side: it can't turn about either joint. */
export function spansBothSides(
  character: Character,
  { role, side, parts }: Limb,
  carriers: readonly string[],
): boolean {
  if (side !== null || role === 'tail') return false;
  const [own, carrier] = [boundsOf(character, parts), boundsOf(character, carriers)];
  return own !== null && carrier !== null && own.width > BOTH_SIDES * carrier.width;
}

import type { Records } from '../../records';
import type { Character } from '../character';
import { bentLimbProposal } from './bentLimbs';
import { bodyPlanOf } from './bodyPlan';
import { hangingProposals } from './hanging';
import { headProposals } from './head';
import { limbProposal } from './limbs';
import { looseProposals } from './loose';
import { neckProposal } from './neck';
import type { BodyProposal, TraceParts } from './proposal';
import { torsoProposals } from './torso';

/**
 * What can be set up of a body from what was recognised, in the order in which it is to be set up; what is there
 * already, by its name, is left out.
 */
export function bodyProposals(character: Character): BodyProposal[] {
  const plan = bodyPlanOf(character);
  const { controls, bends, sways, pads } = character;
  const tables: readonly Records<{ readonly name: string }>[] = [controls, bends, sways, pads];
  const taken = new Set(tables.flatMap((table) => Object.values(table).map(({ name }) => name)));
  return [
    ...neckProposal(character, plan),
    ...hangingProposals(character, plan),
    ...plan.limbs.flatMap((limb) => bentLimbProposal(character, plan, limb) ?? []),
    ...looseProposals(character, plan),
    ...headProposals(character, plan),
    ...torsoProposals(character, plan),
    ...plan.limbs.flatMap((limb) => limbProposal(character, plan, limb) ?? []),
  ].filter(({ name }) => !taken.has(name));
}

/**
 * A character set up by some proposals, one after the other.
 *
 * @param traceFor traces the parts of a character as it is by then
 */
export function setUpBody(
  character: Character,
  traceFor: (character: Character) => TraceParts,
  proposals: readonly BodyProposal[] = bodyProposals(character),
): Character {
  return proposals.reduce((now, proposal) => proposal.apply(now, traceFor(now)), character);
}

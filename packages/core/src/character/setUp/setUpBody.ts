import { bodyControlsOf } from '../bodyControl';
import type { Character } from '../character';
import { bodyPlanOf } from './bodyPlan';
import { headProposals } from './head';
import { limbProposal } from './limbs';
import type { BodyProposal } from './proposal';
import { torsoProposals } from './torso';

/** What can be set up of a body from what was recognised; what is there already, by its name, is left out. */
export function bodyProposals(character: Character): BodyProposal[] {
  const plan = bodyPlanOf(character);
  const taken = new Set(bodyControlsOf(character).map(({ name }) => name));
  return [
    ...headProposals(character, plan),
    ...torsoProposals(character, plan),
    ...plan.limbs.flatMap((limb) => limbProposal(character, plan, limb) ?? []),
  ].filter(({ name }) => !taken.has(name));
}

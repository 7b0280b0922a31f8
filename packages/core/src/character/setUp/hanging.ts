import { intersectionOf } from '../../geometry';
import { withJoint } from '../bend/bendEdits';
import { withPivot } from '../bodyEdits';
import { boundsOfPart } from '../bounds';
import type { Character } from '../character';
import type { BodyPlan } from './bodyPlan';
import { boundsOf, rootOf } from './joints';
import { looseParts } from './loose';
import { partsInWords, type BodyProposal } from './proposal';

/** What lies on the body, and the limbs that overlap it, go along with it and turn about where they are joined. */
export function hangingProposals(character: Character, plan: BodyPlan): BodyProposal[] {
  const [carrier] = plan.body;
  if (carrier === undefined) return [];
  const hanging = hangingOn(character, plan, carrier);
  if (hanging.length === 0) return [];
  const name = character.parts[carrier]!.name;
  return [
    {
      name: `On the ${name}`,
      why: `${partsInWords(hanging.length)} that overlap it go along with it`,
      apply: (now) =>
        hanging.reduce((one, id) => {
          const limb = plan.limbs.find(({ parts }) => parts.includes(id));
          const root = limb && rootOf(one, limb.parts, plan.body);
          const turned = root ? withPivot(one, id, root) : one;
          return withJoint(turned, [id], 'fixed', carrier);
        }, now),
    },
  ];
}

/** Parts that lie beside the body in its group, overlap it, and hang on nothing yet. */
function hangingOn(character: Character, plan: BodyPlan, carrier: string): string[] {
  const own = boundsOf(character, [carrier]);
  const { parent } = character.parts[carrier]!;
  const loose = looseParts(character, plan).map(({ part }) => part.id);
  const others = new Set([...plan.body, ...plan.head, ...loose]);
  return Object.values(character.parts)
    .filter(({ id, parent: holder }) => holder === parent && !others.has(id))
    .filter(({ id }) => character.joints[id] === undefined && plan.whole.includes(id))
    .filter(({ id }) => {
      const box = boundsOfPart(character, id);
      const shared = own && box && intersectionOf(own, box);
      return shared !== null && shared.width > 0 && shared.height > 0;
    })
    .map(({ id }) => id);
}

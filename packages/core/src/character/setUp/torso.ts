import type { Character } from '../character';
import type { BodyPlan } from './bodyPlan';
import { middleOf } from '../../geometry';
import { boundsOf } from './joints';
import { DEGREE, type BodyProposal } from './proposal';
import { movedThemselves, turnedTogether, withShown, type Show } from './shows';

const LEAN = 3 * DEGREE;
/** How much taller a body is when it has breathed in. */
const BREATH = 0.015;

/** What a body can do as a whole: lean to its sides, and breathe. */
export function torsoProposals(character: Character, plan: BodyPlan): BodyProposal[] {
  const { whole, body, head } = plan;
  const box = boundsOf(character, whole);
  const torso = boundsOf(character, body);
  if (!box || !torso) return [];
  const foot = { x: middleOf(torso).x, y: box.y + box.height };
  const rise = BREATH * torso.height;
  const breathed: Show = (character) =>
    new Map([
      ...body.map((id) => [id, { y: -rise / 2, scale: 1 + BREATH }] as const),
      ...movedThemselves(character, [...body, ...head])
        .filter((id) => !body.includes(id))
        .map((id) => [id, { y: -rise }] as const),
    ]);
  return [
    {
      ...{ name: 'Lean', why: 'All of it, turned about its foot' },
      apply: (now) =>
        withShown(now, 'Lean', [
          [-1, turnedTogether(whole, foot, -LEAN)],
          [1, turnedTogether(whole, foot, LEAN)],
        ]),
    },
    {
      ...{ name: 'Breath', why: 'A body that rises, and a head that goes with it' },
      apply: (now) => withShown(now, 'Breath', [[1, breathed]], { min: 0, easing: 'eased' }),
    },
  ];
}

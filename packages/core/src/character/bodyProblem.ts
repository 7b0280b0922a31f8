import type { Records } from '../records';
import { bendsByPart } from './bend/bendsByPart';
import type { BodyControl } from './bodyControl';
import { driveProblem } from './drives';
import { jointProblem } from './joint';
import { padProblem, type Pad } from './pad/pad';
import type { Jointed } from './standing';
import type { Sway } from './sway/sway';

interface Body extends Jointed {
  readonly sways: Records<Sway>;
  readonly controls: Records<BodyControl>;
  readonly pads: Records<Pad>;
}

/** What is wrong with how a character's parts hang, bend, swing and drive each other; null where all is well. */
export function bodyProblem(character: Body): string | null {
  const { parts, bends, joints, sways, controls, pads } = character;
  const has = (id: string) => Object.hasOwn(parts, id);
  const bent = new Set<string>();
  for (const { name, parts: own } of Object.values(bends)) {
    for (const id of own) {
      if (!has(id)) return `“${name}” bends a part that the character does not have`;
      if (bent.has(id)) return `“${id}” bends in two ways at once`;
      bent.add(id);
    }
  }
  for (const { id, to } of Object.values(joints)) {
    if (!has(id) || (to !== null && !has(to))) {
      return `“${id}” hangs on a part that the character does not have`;
    }
  }
  const byPart = bendsByPart(character);
  for (const { name, part, points } of Object.values(sways)) {
    if (!has(part)) return `“${name}” swings a part that the character does not have`;
    const known = byPart.get(part)?.points;
    if (points.some((id) => !known || !Object.hasOwn(known, id))) {
      return `“${name}” swings about points that its part does not have`;
    }
  }
  return jointProblem(character, byPart) ?? driveProblem(controls) ?? padProblem(pads, controls);
}

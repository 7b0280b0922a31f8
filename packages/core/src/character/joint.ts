import { object, string, type Schema } from 'yup';
import type { Bend } from './bend/bend';
import type { Records } from '../records';
import type { Part } from './part';

/**
 * How a part hangs on another: `fixed` goes along and turns with it, `pivot` goes along and keeps its own direction,
 * `floating` goes along with the part as a whole, not with what bends.
 */
export const JOINT_KINDS = ['fixed', 'pivot', 'floating'] as const;
export type JointKind = (typeof JOINT_KINDS)[number];

export interface Joint {
  /** The part that hangs. */
  readonly id: string;
  readonly kind: JointKind;
  /** The part that carries it; null: the one that holds it. */
  readonly to: string | null;
}

export const jointSchema = object({
  id: string().required(),
  kind: string<JointKind>().required().oneOf(JOINT_KINDS),
  to: string().defined().nullable(),
}) as unknown as Schema<Joint>;

/** Parts, and how they hang on each other. */
export interface Hanging {
  readonly parts: Records<Part>;
  readonly joints: Records<Joint>;
}

/** What carries a part instead of the part that holds it, or together with its bending. */
export interface Carrier {
  readonly part: string;
  /** Whether it goes along with what bends. */
  readonly bends: boolean;
}

/** What carries a part otherwise than the part that holds it does; null: nothing else does. */
export function carrierOf(
  { parts, joints }: Hanging,
  part: Part,
  bends: ReadonlyMap<string, Bend>,
): Carrier | null {
  const { parent, id } = part;
  const joint = joints[id];
  const own = bends.get(id);
  // Parts that bend as one go where the first of them goes.
  if (own && own.parts[0] !== id) return { part: own.parts[0]!, bends: false };
  const to = joint?.to ?? parent;
  if (to === null || !parts[to]) return null;
  const bent = bends.has(to) && joint?.kind !== 'floating' && bends.get(to) !== own;
  const elsewhere = joint !== undefined && joint.to !== null;
  if (elsewhere || bent || joint?.kind === 'pivot') return { part: to, bends: bent };
  return null;
}

/** Whether a joint, or several one after the other, hang a part on one of some parts. */
export function hangsOn(
  { joints }: Pick<Hanging, 'joints'>,
  id: string,
  carriers: ReadonlySet<string>,
): boolean {
  const seen = new Set([id]);
  for (let to = joints[id]?.to ?? null; to !== null && !seen.has(to); to = joints[to]?.to ?? null) {
    if (carriers.has(to)) return true;
    seen.add(to);
  }
  return false;
}

/** Why parts can't hang on each other as they say; null where all is well. */
export function jointProblem(character: Hanging, bends: ReadonlyMap<string, Bend>): string | null {
  const { parts } = character;
  const done = new Set<string>();
  for (const start of Object.values(parts)) {
    const path = new Set<string>();
    for (let part: Part | undefined = start; part && !done.has(part.id);) {
      if (path.has(part.id)) return `“${part.id}” hangs on itself in a circle`;
      path.add(part.id);
      const next: string | null = carrierOf(character, part, bends)?.part ?? part.parent;
      part = next === null ? undefined : parts[next];
    }
    path.forEach((id) => done.add(id));
  }
  return null;
}

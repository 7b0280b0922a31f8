import type { Character } from '../character';
import { partsOf } from '../partList';
import { recognise } from '../recognition/recognise';
import type { Meaning, Side } from '../recognition/meaning';
import type { Role } from '../recognition/words';
import { holdersOf } from '../tree';

/** Everything that goes with a head, and how far each lies in front of its middle: 1 the tip of the nose. */
const DEPTHS: Partial<Readonly<Record<Meaning['role'], number>>> = {
  nose: 1,
  mouth: 0.75,
  jaw: 0.7,
  'upper lip': 0.75,
  'lower lip': 0.75,
  'upper teeth': 0.7,
  'lower teeth': 0.7,
  tongue: 0.65,
  glasses: 0.75,
  eyes: 0.65,
  white: 0.65,
  pupil: 0.7,
  lid: 0.65,
  'closed eye': 0.65,
  'open eye': 0.65,
  brow: 0.6,
  whiskers: 0.7,
  beard: 0.5,
  cheek: 0.5,
  face: 0.3,
  hat: 0.2,
  hair: 0.15,
  head: 0.15,
  ear: 0.02,
};

/** A limb, or something else that hangs on a body. */
export interface Limb {
  readonly role: Role;
  readonly side: Side | null;
  /** The outermost parts of it. */
  readonly parts: readonly string[];
}

/** What of a character is what, as far as its body is concerned; ids of parts. */
export interface BodyPlan {
  /** The outermost parts of the head. */
  readonly head: readonly string[];
  /** What of the head moves by itself as it turns, with its depth beside that of what holds it. */
  readonly features: readonly { readonly part: string; readonly depth: number }[];
  readonly body: readonly string[];
  /** Everything that stands by itself. */
  readonly whole: readonly string[];
  readonly limbs: readonly Limb[];
}

const LIMBS: readonly Role[] = ['arm', 'hand', 'leg', 'foot', 'tail', 'wing', 'ear'];
/** What ends a limb goes with it. */
const ENDS: Partial<Readonly<Record<Role, Role>>> = { hand: 'arm', foot: 'leg' };

/** Finds the body of a character in what its parts were recognised as. */
export function bodyPlanOf(character: Character): BodyPlan {
  const parts = partsOf(character);
  const found = recognise(parts);
  const holders = (id: string) => holdersOf(parts, id).map((part) => part.id);
  const roleOf = (id: string) => found.get(id)?.role;
  const depthOf = (id: string) => {
    const role = roleOf(id);
    return role && DEPTHS[role];
  };
  const outermost = (ids: readonly string[]) => {
    const all = new Set(ids);
    return ids.filter((id) => !holders(id).some((holder) => all.has(holder)));
  };
  const withRole = (...roles: readonly string[]) =>
    outermost(parts.flatMap(({ id }) => (roles.includes(roleOf(id) ?? '') ? id : [])));

  const ofHead = parts.map(({ id }) => id).filter((id) => depthOf(id) !== undefined);
  const features = ofHead.flatMap((part) => {
    const holder = holders(part).find((id) => depthOf(id) !== undefined);
    const depth = depthOf(part)! - (holder === undefined ? 0 : depthOf(holder)!);
    return depth === 0 ? [] : [{ part, depth }];
  });
  const whole = parts.flatMap(({ id, parent }) =>
    parent === null && roleOf(id) !== 'background' ? id : [],
  );
  return {
    head: outermost(ofHead),
    features,
    body: withRole('body'),
    whole,
    limbs: limbsOf(),
  };

  function limbsOf(): Limb[] {
    const limbs = new Map<string, { role: Role; side: Side | null; parts: string[] }>();
    for (const id of withRole(...LIMBS)) {
      const finding = found.get(id)!;
      const role = ENDS[finding.role as Role] ?? (finding.role as Role);
      const key = `${role} ${finding.side ?? ''}`;
      const limb = limbs.get(key) ?? { role, side: finding.side, parts: [] };
      limbs.set(key, { ...limb, parts: [...limb.parts, id] });
    }
    // Hands or feet alone are no limbs.
    return [...limbs.values()].filter(({ role, parts: own }) =>
      own.some((id) => roleOf(id) === role),
    );
  }
}

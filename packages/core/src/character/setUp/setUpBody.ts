import { mapped, turning, type Point } from '../../geometry';
import { withControl, withNewControl, withPivot, withStop, withStopParts } from '../bodyEdits';
import { bodyControlsOf } from '../bodyControl';
import type { Character } from '../character';
import { restMatrix } from '../part';
import { bodyPlanOf, type BodyPlan, type Limb } from './bodyPlan';
import { boundsOf, jointOf, middleOf, rootOf } from './joints';

/** Something that can be set up by itself: what it is, by what it was found, and how it is done. */
export interface BodyProposal {
  readonly id: string;
  readonly name: string;
  /** What was recognised, and what is made of it. */
  readonly why: string;
  apply(character: Character): Character;
}

const DEGREE = Math.PI / 180;
/** How far each control goes to either side. */
const TILT = 10 * DEGREE;
const LEAN = 3 * DEGREE;
const SWING: Partial<Readonly<Record<Limb['role'], number>>> = {
  arm: 22 * DEGREE,
  wing: 25 * DEGREE,
  leg: 12 * DEGREE,
  tail: 14 * DEGREE,
  ear: 12 * DEGREE,
};
/** Shares of the head's width and height by which the tip of the nose goes as it turns and nods. */
const TURN_REACH = 0.16;
const NOD_REACH = 0.1;
/** From this share of the width of what carries it on, a limb without a side is that of both sides. */
const BOTH_SIDES = 0.6;
/** Features from this depth on tell where a face looks; this far from the middle, in shares of its width, it is a profile. */
const FRONT = 0.4;
const PROFILE = 0.15;
/** How much taller a body is when it has breathed in. */
const BREATH = 0.015;

/** What can be set up of a body from what was recognised; what is there already, by its name, is left out. */
export function bodyProposals(character: Character): BodyProposal[] {
  const plan = bodyPlanOf(character);
  const taken = new Set(bodyControlsOf(character).map(({ name }) => name));
  return [
    ...headProposals(character, plan),
    ...leanProposals(character, plan),
    ...plan.limbs.flatMap((limb) => limbProposal(character, plan, limb) ?? []),
  ].filter(({ name }) => !taken.has(name));
}

function headProposals(character: Character, plan: BodyPlan): BodyProposal[] {
  const { head, features, body } = plan;
  const box = boundsOf(character, head);
  if (!box) return [];
  const below = { x: box.x + box.width / 2, y: box.y + box.height };
  const neck = (body.length > 0 ? jointOf(character, head, body) : null) ?? below;
  const [across, down] = [TURN_REACH * box.width, NOD_REACH * box.height];
  const parallax = (share: number, to: Point) => (now: Character, id: string, at: number) =>
    features.reduce(
      (changed, { part, depth }) =>
        withStopParts(changed, id, at, [part], (own) => ({
          ...own,
          x: own.x + share * depth * to.x,
          y: own.y + share * depth * to.y,
        })),
      now,
    );
  const twoSided = (
    id: string,
    name: string,
    why: string,
    show: (share: number) => Show,
  ): BodyProposal => ({
    ...{ id, name, why },
    apply: (now) =>
      withShown(now, name, [
        [-1, show(-1)],
        [1, show(1)],
      ]),
  });
  const of = `${head.length} ${head.length === 1 ? 'part' : 'parts'} of a head`;
  const flat = features.length > 1;
  const facesUs = flat && looksAhead(character, plan);
  return [
    twoSided('head tilt', 'Head tilt', `${of}, turned about the neck`, (share) =>
      turnedTogether(head, neck, share * TILT),
    ),
    ...(facesUs
      ? [
          twoSided(
            'head turn',
            'Head turn',
            `${features.length} features of a face, moved by how far they lie in front`,
            (share) => parallax(share, { x: across, y: 0 }),
          ),
        ]
      : []),
    ...(flat
      ? [
          twoSided(
            'head nod',
            'Head nod',
            `${features.length} features of a face, moved by how far they lie in front`,
            (share) => parallax(share, { x: 0, y: down }),
          ),
        ]
      : []),
  ];
}

/** Whether a face is drawn from the front: its mouth and nose lie about the middle of its head. */
function looksAhead(character: Character, { features, head }: BodyPlan): boolean {
  const face = boundsOf(character, head);
  const front = features.filter(({ depth }) => depth >= FRONT).map(({ part }) => part);
  const box = boundsOf(character, front);
  if (!face || !box) return false;
  const off = Math.abs(middleOf(box).x - middleOf(face).x);
  return off < PROFILE * face.width;
}

function leanProposals(character: Character, { whole, body, head }: BodyPlan): BodyProposal[] {
  const box = boundsOf(character, whole);
  const torso = boundsOf(character, body);
  if (!box || !torso) return [];
  const foot = { x: middleOf(torso).x, y: box.y + box.height };
  const rise = BREATH * torso.height;
  return [
    {
      ...{ id: 'lean', name: 'Lean', why: 'All of it, turned about its foot' },
      apply: (now) =>
        withShown(now, 'Lean', [
          [-1, turnedTogether(whole, foot, -LEAN)],
          [1, turnedTogether(whole, foot, LEAN)],
        ]),
    },
    {
      ...{ id: 'breath', name: 'Breath', why: 'A body that rises, and a head that goes with it' },
      apply: (now) => {
        const shown = withShown(now, 'Breath', [
          [
            1,
            (changed, id, at) =>
              withStopParts(
                withStopParts(changed, id, at, body, (own) => ({
                  ...own,
                  ...{ y: own.y - rise / 2, scale: own.scale * (1 + BREATH) },
                })),
                ...([id, at, head] as const),
                (own) => ({ ...own, y: own.y - rise }),
              ),
          ],
        ]);
        const control = bodyControlsOf(shown).at(-1)!;
        return withControl(shown, control.id, { min: 0, easing: 'eased' });
      },
    },
  ];
}

function limbProposal(character: Character, plan: BodyPlan, limb: Limb): BodyProposal | null {
  const { role, side, parts } = limb;
  const swing = SWING[role];
  const carriers = role === 'ear' ? plan.head.filter((id) => !parts.includes(id)) : plan.body;
  if (swing === undefined || carriers.length === 0) return null;
  const joint =
    role === 'ear' ? jointOf(character, parts, carriers) : rootOf(character, parts, carriers);
  // One drawing of both sides can’t turn about either joint.
  const [own, carried] = [boundsOf(character, parts), boundsOf(character, carriers)];
  const both = side === null && role !== 'tail' && own!.width > BOTH_SIDES * carried!.width;
  if (!joint || both) return null;
  const name = capitalised(side ? `${side} ${role}` : role);
  // A wing or an arm goes up on its own side.
  const up = side === 'left' ? -1 : 1;
  return {
    ...{ id: name, name },
    why: `${parts.length === 1 ? 'One part' : `${parts.length} parts`}, turned about where ${role === 'ear' ? 'the head' : 'the body'} carries them`,
    apply: (now) =>
      withShown(
        parts.reduce((one, id) => withPivot(one, id, joint), now),
        name,
        [
          [-1, turnedTogether(parts, joint, -swing * up)],
          [1, turnedTogether(parts, joint, swing * up)],
        ],
      ),
  };
}

/** What a stop shows. */
type Show = (character: Character, control: string, at: number) => Character;

/** Parts turned about one point, as if they were one. */
function turnedTogether(parts: readonly string[], about: Point, angle: number): Show {
  const turned = turning(angle, about);
  return (character, control, at) =>
    parts.reduce((now, id) => {
      const part = now.parts[id]!;
      const pivot = mapped(restMatrix(part), part.pivot);
      const to = mapped(turned, pivot);
      return withStopParts(now, control, at, [id], (own) => ({
        ...own,
        ...{ x: own.x + to.x - pivot.x, y: own.y + to.y - pivot.y, turn: own.turn + angle },
      }));
    }, character);
}

/** A character with one more control, at whose stops something is shown. */
function withShown(
  character: Character,
  name: string,
  stops: readonly (readonly [at: number, show: Show])[],
): Character {
  const id = freeId(character, name);
  return stops.reduce(
    (now, [at, show]) => show(withStop(now, id, at), id, at),
    withNewControl(character, id, name),
  );
}

/** An id for a control: its name, or with a number where that is taken. */
function freeId({ controls }: Character, name: string): string {
  const plain = name.toLowerCase().replace(/[^a-z]+/g, '-');
  if (!Object.hasOwn(controls, plain)) return plain;
  let number = 2;
  while (Object.hasOwn(controls, `${plain}-${number}`)) number++;
  return `${plain}-${number}`;
}

function capitalised(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

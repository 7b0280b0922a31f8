import { middleOf, type Point } from '../../geometry';
import { bodyControlsOf } from '../bodyControl';
import type { Character } from '../character';
import { withPad } from '../pad/padEdits';
import { partsOf } from '../partList';
import { recognise } from '../recognition/recognise';
import { bodyPlanOf, type BodyPlan } from './bodyPlan';
import { turnedFace, withRelief, withReliefMoved } from './faceRelief';
import { boundsOf, jointOf } from './joints';
import { DEGREE, partsInWords, type BodyProposal } from './proposal';
import { turnedTogether, withShown, type Show } from './shows';

export const TURN = 'Head turn';
export const NOD = 'Head nod';
const TILT = 10 * DEGREE;
/** Shares of the head's width and height by which the tip of the nose goes as it turns and nods. */
const TURN_REACH = 0.16;
const NOD_REACH = 0.1;
/** Features from this depth on tell where a face looks; this far from the middle, in shares of its width, it is a profile. */
const FRONT = 0.4;
const PROFILE = 0.15;

/** What a head can do: tilt about the neck; nod, and where it is drawn from the front turn, by the depth of its features. */
export function headProposals(character: Character, plan: BodyPlan): BodyProposal[] {
  const { head, features, body } = plan;
  const box = boundsOf(character, head);
  if (!box) return [];
  const below = { x: box.x + box.width / 2, y: box.y + box.height };
  const neck = (body.length > 0 ? jointOf(character, head, body) : null) ?? below;
  const tilt = twoSided(
    'Head tilt',
    `${partsInWords(head.length)}, turned about the neck`,
    (side) => turnedTogether(head, neck, side * TILT),
  );
  if (features.length < 2) return [tilt];
  const why = `${features.length} features of a face, moved by how far they lie in front`;
  const turn = { x: TURN_REACH * box.width, y: 0 };
  const nod = { x: 0, y: NOD_REACH * box.height };
  const inRelief = (name: string, reach: Point): BodyProposal => {
    const shown = twoSided(name, why, (side) => turnedFace(character, plan, side, reach));
    return {
      ...{ name, why },
      apply: (now, trace) => {
        const made = shown.apply(withRelief(now, plan, trace), trace);
        const control = Object.values(made.controls).find((one) => one.name === name)!;
        return withReliefMoved(made, plan, control, reach);
      },
    };
  };
  if (!looksAhead(character, plan)) return [tilt, inRelief(NOD, nod)];
  return [tilt, inRelief(TURN, turn), inRelief(NOD, nod), OVAL];
}

/** Turn and nod set together, less of each where there is much of the other. */
const OVAL: BodyProposal = {
  name: 'Where the head looks',
  why: 'turn and nod together, within an oval',
  apply: (character) => {
    const named = (wanted: string) =>
      bodyControlsOf(character).find(({ name }) => name === wanted)?.id;
    const [across, down] = [named(TURN), named(NOD)];
    if (across === undefined || down === undefined) return character;
    const limits = Array.from({ length: LIMITS }, (_, at) => {
      const angle = (2 * Math.PI * at) / LIMITS;
      return { x: rounded(Math.cos(angle)), y: rounded(Math.sin(angle)) };
    });
    return withPad(character, { name: OVAL.name, across, down, limits });
  },
};
/** So many places make an oval. */
const LIMITS = 16;
const rounded = (share: number) => Math.round(share * 1000) / 1000;

/** How far the tip of the nose goes at most, units of the artwork: across as the head turns, down as it nods. */
export function headReach(character: Character): { turn: number; nod: number } | null {
  const box = boundsOf(character, bodyPlanOf(character).head);
  return box && { turn: TURN_REACH * box.width, nod: NOD_REACH * box.height };
}

/** A control from -1 to 1 that shows the same to both sides. */
function twoSided(name: string, why: string, show: (side: -1 | 1) => Show): BodyProposal {
  return {
    ...{ name, why },
    apply: (character) =>
      withShown(character, name, [
        [-1, show(-1)],
        [1, show(1)],
      ]),
  };
}

/** Whether a face is drawn from the front: its mouth and nose lie about the middle of its head. */
function looksAhead(character: Character, { features, head }: BodyPlan): boolean {
  const found = recognise(partsOf(character));
  const skull = head.filter((id) => ['head', 'face'].includes(found.get(id)?.role ?? ''));
  const face = boundsOf(character, skull.length > 0 ? skull : head);
  const front = features.filter(({ depth }) => depth >= FRONT).map(({ part }) => part);
  const box = boundsOf(character, front);
  if (!face || !box) return false;
  return Math.abs(middleOf(box).x - middleOf(face).x) < PROFILE * face.width;
}

import { middleOf, type Point } from '../../geometry';
import { alongLine, wholeCenterline } from '../../mesh';
import { withBend, type NewPoint } from '../bend/bendEdits';
import { withPivot } from '../bodyEdits';
import { bendsByPart } from '../bend/bendsByPart';
import type { Character } from '../character';
import { partsOf } from '../partList';
import { recognise } from '../recognition/recognise';
import { branchOf } from '../tree';
import type { BodyPlan, Limb } from './bodyPlan';
import { boundsOf, rootOf } from './joints';
import { limbName, partsInWords, type BodyProposal } from './proposal';
import { spansBothSides } from './limbs';

/** What bends in the middle of each limb, and what ends it. */
const LIMBS = {
  arm: { joint: 'Elbow', end: 'Hand', kind: 'grip', ends: 'hand' },
  leg: { joint: 'Knee', end: 'Foot', kind: 'plant', ends: 'foot' },
} as const;
/** Between these shares of its length a limb bends, */
const BENDS_FROM = 0.3;
const BENDS_TO = 0.7;
/** in the middle, unless it is drawn bent by more than this share of its length. */
const DRAWN_BENT = 0.06;
const MIDDLE = 0.5;
/** Its root lies so far in from its upper end, as a share of its length. */
const ROOT = 0.12;
/** The end of a limb lies so far in from its tip, as a share of its length. */
const TIP = 0.94;

/** An arm with an elbow and a hand to drag, or a leg with a knee and a foot that stays; null for other limbs. */
export function bentLimbProposal(
  character: Character,
  plan: BodyPlan,
  limb: Limb,
): BodyProposal | null {
  const { role, side } = limb;
  const how = role === 'arm' || role === 'leg' ? LIMBS[role] : null;
  const root = rootOf(character, limb.parts, plan.body);
  const parts = drawnParts(character, limb.parts);
  const bent = bendsByPart(character);
  if (!how || !root || parts.length === 0 || parts.some((id) => bent.has(id))) return null;
  if (spansBothSides(character, limb, plan.body)) return null;
  const name = `${limbName(side, role)} bends`;
  const does = how.kind === 'grip' ? 'a hand to drag' : 'a foot that stays where it is';
  return {
    name,
    why: `${partsInWords(parts.length)}, with ${how.joint === 'Elbow' ? 'an elbow' : 'a knee'} and ${does}`,
    apply: (now, trace) => {
      const outline = trace(parts);
      const line = outline ? wholeCenterline(outline, root) : [];
      if (!outline || line.length < 4) return now;
      const start = alongLine(line, ROOT);
      const joint = alongLine(line, bendOf(line));
      const end = endOf(now, parts, how.ends) ?? alongLine(line, TIP);
      const points: NewPoint[] = [
        { name: role === 'arm' ? 'Shoulder' : 'Hip', kind: 'pivot', ...start },
        { name: how.joint, kind: 'joint', ...joint },
        { name: how.end, kind: how.kind, ...end },
      ];
      // It turns there too, where it is swung as a whole.
      const turned = limb.parts.reduce((one, id) => withPivot(one, id, start), now);
      return withBend(turned, name, parts, outline, points, [
        [0, 1],
        [1, 2],
      ]);
    },
  };
}

/** Parts and what they hold, those that show something. */
export function drawnParts(character: Character, ids: readonly string[]): string[] {
  const parts = partsOf(character);
  return ids.flatMap((id) =>
    branchOf(parts, id).flatMap((part) => (part.drawing !== null && !part.hidden ? part.id : [])),
  );
}

/** Where a limb bends, as a share of its length: where it is drawn bent, or in the middle. */
function bendOf(line: readonly Point[]): number {
  const [from, to] = [line[0]!, line.at(-1)!];
  const [across, down] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(across, down) || 1;
  let [best, most] = [MIDDLE, DRAWN_BENT];
  for (let share = BENDS_FROM; share <= BENDS_TO; share += 0.02) {
    const { x, y } = alongLine(line, share);
    const aside = Math.abs((x - from.x) * down - (y - from.y) * across) / length / length;
    if (aside > most) [best, most] = [share, aside];
  }
  return best;
}

/** The middle of what ends a limb, where that is a part of its own. */
function endOf(character: Character, parts: readonly string[], role: string): Point | null {
  const found = recognise(partsOf(character));
  const ends = parts.filter((id) => found.get(id)?.role === role);
  const box = ends.length < parts.length ? boundsOf(character, ends) : null;
  return box && middleOf(box);
}

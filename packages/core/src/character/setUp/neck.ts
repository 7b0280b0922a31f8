import { alongLine, centerlineOf } from '../../mesh';
import { withBend, withJoint, type NewPoint } from '../bend/bendEdits';
import { withPivot } from '../bodyEdits';
import { bendsByPart } from '../bend/bendsByPart';
import type { Character } from '../character';
import { partsOf } from '../partList';
import { recognise } from '../recognition/recognise';
import { drawnParts } from './bentLimbs';
import type { BodyPlan } from './bodyPlan';
import { boundsOf, jointOf } from './joints';
import type { BodyProposal } from './proposal';

/** From so many times as high as wide on, a neck is long enough to bend. */
const LONG = 1.2;

/** A long neck that bends, with the head on its upper end staying level. */
export function neckProposal(character: Character, { head, body }: BodyPlan): BodyProposal[] {
  const found = recognise(partsOf(character));
  const withRole = (role: string) =>
    partsOf(character).filter(({ id }) => found.get(id)?.role === role);
  const [neck] = withRole('neck');
  const main = withRole('head').find(({ id }) => head.includes(id)) ?? null;
  const box = neck && boundsOf(character, [neck.id]);
  const [carrier] = body;
  if (!neck || !box || !main || carrier === undefined) return [];
  if (box.height < LONG * box.width || bendsByPart(character).has(neck.id)) return [];
  const foot = jointOf(character, [neck.id], body);
  const top = jointOf(character, [neck.id], head);
  const parts = drawnParts(character, [neck.id]);
  if (!foot || !top || parts.length === 0) return [];
  const name = 'Neck bends';
  return [
    {
      name,
      why: 'A long neck; the head on it stays level, and everything on the head goes along',
      apply: (now, trace) => {
        const outline = trace(parts);
        const line = outline ? centerlineOf(outline, foot) : [];
        if (!outline || line.length < 4) return now;
        const points: NewPoint[] = [
          { name: 'Foot of the neck', kind: 'pivot', ...alongLine(line, 0.06) },
          { name: 'Lower neck', kind: 'joint', ...alongLine(line, 0.36) },
          { name: 'Upper neck', kind: 'joint', ...alongLine(line, 0.68) },
          { name: 'Head', kind: 'grip', ...top },
        ];
        const bent = withBend(now, name, parts, outline, points, [
          [0, 1],
          [1, 2],
          [2, 3],
        ]);
        const others = head.filter((id) => id !== main.id && id !== neck.id);
        const level = withJoint(withPivot(bent, main.id, top), [main.id], 'pivot', neck.id);
        const onHead = withJoint(level, others, 'fixed', main.id);
        return withJoint(withPivot(onHead, neck.id, foot), [neck.id], 'fixed', carrier);
      },
    },
  ];
}

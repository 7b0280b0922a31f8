import {
  controlsOf,
  gripControlId,
  poseOf,
  withBend,
  type Character,
  type NewPoint,
} from '../character';
import type { Point } from '../geometry';
import { boxBody } from './boxBody';

/** A body with a skull and a blush over it. */
export const PLAIN_BODY = boxBody({
  body: { x: 40, y: 150, width: 120, height: 100 },
  skull: { x: 30, y: 20, width: 140, height: 150 },
  blush: { x: 60, y: 155, width: 40, height: 30 },
});

/** A place by its shares of the body's box. */
export const onBody = (across: number, down: number): Point => ({
  x: 40 + across * 120,
  y: 150 + down * 100,
});
export const ARM_OUTLINE = [[onBody(0, 0), onBody(1, 0), onBody(1, 1), onBody(0, 1)]];
const POINTS: NewPoint[] = [
  { name: 'Shoulder', kind: 'pivot', ...onBody(0.5, 0.1) },
  { name: 'Elbow', kind: 'joint', ...onBody(0.6, 0.5) },
  { name: 'Hand', kind: 'grip', ...onBody(0.5, 0.9) },
];

/** The body as an arm that is drawn in one piece, with a grip at its hand. */
export const ARM_BODY = withBend(PLAIN_BODY, 'Arm', ['body'], ARM_OUTLINE, POINTS, [
  [0, 1],
  [1, 2],
]);
export const HAND = gripControlId('arm', 'hand');

/** The pose where controls have values; points by their ids. */
export function poseAt(character: Character, values: Readonly<Record<string, number | Point>>) {
  const set = controlsOf(character);
  const now = set.rest.slice();
  for (const [id, value] of Object.entries(values)) set.set(now, id, value);
  return poseOf(character, now);
}

import { castOf } from './cast';
import { movedWith } from './castEdits';
import type { Scene } from './scene';

/** A move that may have snapped, and where guides show why; stage units. */
export interface SnappedMove {
  readonly by: { readonly x: number; readonly y: number };
  readonly guides: { readonly x: number | null; readonly y: number | null };
}

/**
 * A move of a member that is drawn to where it would stand in the middle of the stage, on its lower edge, or beneath or
 * beside somebody else who stays.
 *
 * @param reach from how near it is drawn there, stage units
 */
export function snappedMove(
  scene: Scene,
  id: string,
  by: { readonly x: number; readonly y: number },
  reach: number,
): SnappedMove {
  const member = scene.cast[id];
  if (!member) return { by, guides: { x: null, y: null } };
  const going = new Set(movedWith(scene, id).map((one) => one.id));
  const others = castOf(scene).filter((one) => !going.has(one.id) && !one.hidden);
  const { width, height } = scene.stage;
  const x = nearest(member.x + by.x, [width / 2, ...others.map((one) => one.x)], reach);
  const y = nearest(member.y + by.y, [height, ...others.map((one) => one.y)], reach);
  return {
    by: { x: x === null ? by.x : x - member.x, y: y === null ? by.y : y - member.y },
    guides: { x, y },
  };
}

function nearest(value: number, places: readonly number[], reach: number): number | null {
  const near = places.filter((place) => Math.abs(place - value) <= reach);
  if (near.length === 0) return null;
  return near.reduce((best, one) => (Math.abs(one - value) < Math.abs(best - value) ? one : best));
}

/** Turns are drawn to upright from this near, and go by such steps where that is wished, radians. */
const UPRIGHT = Math.PI / 90;
const TURN_STEP = Math.PI / 12;

/** An angle by which something is turned, drawn to where it stands upright. @param stepwise in steps of 15 degrees */
export function snappedTurn(turn: number, angle: number, stepwise: boolean): number {
  const wanted = turn + angle;
  if (stepwise) return Math.round(wanted / TURN_STEP) * TURN_STEP - turn;
  const round = 2 * Math.PI * Math.round(wanted / (2 * Math.PI));
  return Math.abs(wanted - round) <= UPRIGHT ? round - turn : angle;
}

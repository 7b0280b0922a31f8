import type { Player } from '@cruvo/core/program';
import type { Flicks } from '@cruvo/core/time';

/** Steps that are worked out together, and how long they may take before a picture, milliseconds. */
const TOGETHER = 12;
const BUDGET = 24;

/**
 * Works out what falls up to a time, as far as there is time for it before the next picture.
 *
 * @returns the steps that are left; 0: the time can be seen at once
 */
export function stepsLeft(player: Player, time: Flicks): number {
  const until = performance.now() + BUDGET;
  let left = player.missingSteps(time);
  while (left > TOGETHER && performance.now() < until) {
    player.approach(time, TOGETHER);
    left = player.missingSteps(time);
  }
  return left > TOGETHER ? left : 0;
}

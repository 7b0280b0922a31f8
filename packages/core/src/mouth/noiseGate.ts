import { SILENCE } from '../speech/visemes';
import type { LiveMoment } from './liveMouth';

/** Moments a second. */
const RATE = 100;
/** For how long it stays open after the last loud moment, seconds: the ends of words are soft. */
const HOLD = 0.15;
/** It closes only so far below the level at which it opens, dB. */
const HYSTERESIS = 3;
/** How far above the noise of a room it opens, dB. */
const ABOVE_NOISE = 6;
/** Of a room, this share of the moments is quieter than its noise. */
const NOISE_SHARE = 0.95;

/** Lets only what is louder than the room pass: all else is silence. */
export class NoiseGate {
  private left = 0;

  /** @param threshold dBFS from which on it is open; null: always */
  constructor(private readonly threshold: number | null) {}

  /** Whether the last moment passed. */
  get open(): boolean {
    return this.threshold === null || this.left > 0;
  }

  /** Takes the next moment and gives what is left of it. */
  follow<Moment extends LiveMoment>(moment: Moment): Moment {
    if (this.threshold === null) return moment;
    const needed = this.left > 0 ? this.threshold - HYSTERESIS : this.threshold;
    this.left = moment.level >= needed ? HOLD * RATE : Math.max(0, this.left - 1);
    return this.left > 0 ? moment : { ...moment, viseme: SILENCE };
  }
}

/** What is louder is no room, but somebody who speaks, dBFS. */
const LOUDEST_ROOM = -28;

/**
 * Where a gate opens above the noise of a room.
 *
 * @param levels of moments in which nobody speaks, dBFS
 * @returns null where there are none, or they are too loud for a room
 */
export function gateAbove(levels: readonly number[]): number | null {
  if (levels.length === 0) return null;
  const sorted = [...levels].sort((a, b) => a - b);
  const noise = sorted[Math.floor(NOISE_SHARE * (sorted.length - 1))]!;
  return noise > LOUDEST_ROOM ? null : noise + ABOVE_NOISE;
}

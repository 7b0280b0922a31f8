/** What a level meter shows, dBFS. */
export interface Level {
  readonly now: number;
  /** The highest of the last moments. */
  readonly peak: number;
  /** The highest since the meter was begun anew. */
  readonly highest: number;
}

/** Below this nothing is shown, dBFS. */
export const QUIETEST = -60;
/** From here on a recording is at risk of being cut off, dBFS. */
export const HOT = -3;
/** A voice whose loudest moment is quieter was not heard at all, dBFS. */
export const SILENT = -55;
/** How long a peak is held before it falls, seconds, and how fast it falls, dB a second. */
const HOLD = 1.2;
const FALL = 20;

/** Follows how loud sound is, with a peak that is held for a while. */
export class LevelMeter {
  private peakLevel = QUIETEST;
  private peakTime = -Infinity;
  private level: Level = { now: QUIETEST, peak: QUIETEST, highest: QUIETEST };

  /** @param time of the block's first sample, seconds */
  push(samples: Float32Array, time: number): Level {
    let most = 0;
    for (const sample of samples) most = Math.max(most, Math.abs(sample));
    const now = Math.max(QUIETEST, 20 * Math.log10(most));
    const fallen = this.peakLevel - FALL * Math.max(0, time - this.peakTime - HOLD);
    if (now >= fallen) [this.peakLevel, this.peakTime] = [now, time];
    this.level = {
      now,
      peak: Math.max(now, fallen, QUIETEST),
      highest: Math.max(now, this.level.highest),
    };
    return this.level;
  }

  /** Forgets what was the highest. */
  beginAnew(): void {
    this.level = { ...this.level, highest: QUIETEST };
  }
}

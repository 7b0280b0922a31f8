/** How fast a value may change before it is followed more closely, in its own unit a second and Hz. */
const CLOSER = 1.4;
/** Hz: how closely the speed itself is followed. */
const SPEED_CUTOFF = 1;

/**
 * Smooths readings that tremble: strongly while they stand still, hardly while they move fast. G. Casiez, N. Roussel and
 * D. Vogel, "1 € Filter: A Simple Speed-based Low-pass Filter for Noisy Input in Interactive Systems", CHI 2012.
 */
export class OneEuroFilter {
  private value: number | null = null;
  private speed = 0;
  private time = 0;

  /**
   * @param time seconds, later than the one before
   * @param cutoff Hz, below which all is followed while nothing moves; Infinity: nothing is smoothed
   */
  next(value: number, time: number, cutoff: number): number {
    const passed = time - this.time;
    this.time = time;
    if (this.value === null || passed <= 0 || cutoff === Infinity) {
      this.value = value;
      return value;
    }
    const speed = (value - this.value) / passed;
    this.speed += share(SPEED_CUTOFF, passed) * (speed - this.speed);
    const closely = cutoff + CLOSER * Math.abs(this.speed);
    this.value += share(closely, passed) * (value - this.value);
    return this.value;
  }

  /** Begins anew with the next value. */
  reset(): void {
    this.value = null;
    this.speed = 0;
  }
}

/** How much of the way to a new value is gone in a time, at a cutoff frequency. */
function share(cutoff: number, seconds: number): number {
  const constant = 1 / (2 * Math.PI * cutoff);
  return 1 / (1 + constant / seconds);
}

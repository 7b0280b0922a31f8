import { isPressed, type InputReading } from './reading';

/** How far a knob must be turned to be meant. */
const TURNED = 0.35;

/** Finds out which button or knob somebody touches. */
export class InputLearner {
  private readonly first = new Map<string, number>();

  /** @returns the input that is meant; null while none is */
  push(reading: InputReading): InputReading | null {
    const { input, kind, value } = reading;
    if (kind === 'button') return isPressed(reading) ? reading : null;
    const known = this.first.get(input);
    if (known === undefined) {
      // A stick that is first heard of is on its way from the middle; a knob may stand anywhere.
      this.first.set(input, value);
      return null;
    }
    return Math.abs(value - known) >= TURNED ? reading : null;
  }
}

import type { InputReading } from '@cruvo/core/inputs';

/** Told of each reading, and how long before it was made, seconds. */
export type OnReading = (reading: InputReading, lateBy: number) => void;

/** Something with buttons, sticks or knobs. */
export interface InputDevice {
  /** Begins to tell; rejects with a sentence where it can't. @returns ends it */
  start(onReading: OnReading): Promise<() => void>;
}

/** Which devices there are to choose from. */
export const DEVICES = [
  'pointer',
  'gamepad',
  'midi',
  'simulated gamepad',
  'simulated midi',
] as const;
export type DeviceName = (typeof DEVICES)[number];

import { gamepadReadings, midiReading, type PadState } from '@cruvo/core/inputs';
import type { InputDevice, OnReading } from './inputDevice';

/** A gamepad that one moves on the screen: it tells what a real one would. */
export class SimulatedGamepad implements InputDevice {
  private onReading: OnReading | null = null;
  private now: PadState = { axes: [0, 0, 0, 0], buttons: [0, 0, 0, 0] };

  start(onReading: OnReading): Promise<() => void> {
    this.onReading = onReading;
    return Promise.resolve(() => (this.onReading = null));
  }

  moveStick(axis: number, value: number): void {
    this.set({ ...this.now, axes: this.now.axes.with(axis, value) });
  }

  press(button: number, value: 0 | 1): void {
    this.set({ ...this.now, buttons: this.now.buttons.with(button, value) });
  }

  private set(next: PadState): void {
    const before = this.now;
    this.now = next;
    for (const reading of gamepadReadings(before, next)) this.onReading?.(reading, 0);
  }
}

const [NOTE_ON, NOTE_OFF, CONTROL] = [0x90, 0x80, 0xb0];
const LOUD = 100;

/** A MIDI keyboard that one plays on the screen: it sends what a real one would. */
export class SimulatedMidi implements InputDevice {
  private onReading: OnReading | null = null;

  start(onReading: OnReading): Promise<() => void> {
    this.onReading = onReading;
    return Promise.resolve(() => (this.onReading = null));
  }

  /** @param key 0 to 127 */
  press(key: number, down: boolean): void {
    this.send([down ? NOTE_ON : NOTE_OFF, key, down ? LOUD : 0]);
  }

  /** @param knob 0 to 119 @param value 0 to 1 */
  turn(knob: number, value: number): void {
    this.send([CONTROL, knob, Math.round(127 * value)]);
  }

  private send(bytes: readonly number[]): void {
    const reading = midiReading(bytes);
    if (reading) this.onReading?.(reading, 0);
  }
}

/** What a device tells of one of its buttons, keys, sticks or knobs. */
export interface InputReading {
  /** Names it within its device, such as `button 2` or `stick 1 across`. */
  readonly input: string;
  /** A button is pressed and let go; a knob, a stick or a pointer stands somewhere. */
  readonly kind: 'button' | 'knob';
  /** 0 to 1 for a button and for what begins at an end; -1 to 1 for what rests in the middle. */
  readonly value: number;
}

/** From here on a button counts as pressed. */
const PRESSED = 0.3;

export const isPressed = ({ value }: Pick<InputReading, 'value'>) => value >= PRESSED;

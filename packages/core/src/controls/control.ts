import { clamp } from '../numbers';
import type { Box, Point } from '../geometry';

/** Something about a character that can be moved: the one channel through which anything moves it. */
export type Control = {
  /** Names it within its character, such as `mouth.jaw`. */
  readonly id: string;
  /** What people call it. */
  readonly label: string;
} & (
  | {
      readonly kind: 'range';
      readonly min: number;
      readonly max: number;
      readonly rest: number;
      /** How far it goes to either side where something moves it wholly; to its limits where nothing is said. */
      readonly reach?: number;
    }
  | {
      readonly kind: 'point';
      /** Where it can go, units of the artwork. */
      readonly bounds: Box;
      readonly rest: Point;
      /** How far it goes each way where something moves it wholly. */
      readonly reach: Point;
    }
  | {
      readonly kind: 'choice';
      readonly options: readonly string[];
      readonly rest: string;
    }
);

/** A value of a control: a number, a point, or one of its options. */
export type ControlValue = number | Point | string;

/**
 * The values of all controls of a character at one time, in their slots: a range and a choice take one, a point
 * takes two (x, then y). A choice is the index of its option.
 */
export type ControlValues = Float64Array;

/** The controls of a character, and where the value of each stands. */
export class ControlSet {
  /** The first slot of each control, by its id. */
  readonly slots: ReadonlyMap<string, number>;
  /** The values at rest. */
  readonly rest: ControlValues;
  /** Room for the values of one source while controls are mixed. */
  readonly scratch: ControlValues;
  private readonly byId: ReadonlyMap<string, Control>;
  private readonly choices: ReadonlySet<number>;
  /** What each value lies between. */
  private readonly least: Float64Array;
  private readonly most: Float64Array;

  constructor(readonly controls: readonly Control[]) {
    this.byId = new Map(controls.map((control) => [control.id, control]));
    const slots = new Map<string, number>();
    const rest: number[] = [];
    for (const control of controls) {
      slots.set(control.id, rest.length);
      rest.push(...numbersOf(control, control.rest));
    }
    this.slots = slots;
    this.rest = Float64Array.from(rest);
    this.scratch = new Float64Array(rest.length);
    this.least = Float64Array.from(controls.flatMap((control) => limitsOf(control)[0]));
    this.most = Float64Array.from(controls.flatMap((control) => limitsOf(control)[1]));
    this.choices = new Set(
      controls.flatMap(({ kind, id }) => (kind === 'choice' ? slots.get(id)! : [])),
    );
  }

  /** Whether the value in a slot is a choice, of which there is no mean. */
  isChoice(slot: number): boolean {
    return this.choices.has(slot);
  }

  get(id: string): Control | undefined {
    return this.byId.get(id);
  }

  /** Sets a control; one that the character doesn't have is passed over, and so is an option that it doesn't have. */
  set(values: ControlValues, id: string, value: ControlValue): void {
    const control = this.byId.get(id);
    if (!control) return;
    const numbers = numbersOf(control, value);
    // A range may well be -1.
    if (control.kind === 'choice' && numbers[0] === UNKNOWN_OPTION) return;
    values.set(numbers, this.slots.get(id)!);
  }

  /** The value of a range; its number at rest, or 0, where the character has no such control. */
  range(values: ControlValues, id: string): number {
    const slot = this.slots.get(id);
    return slot === undefined ? 0 : values[slot]!;
  }

  point(values: ControlValues, id: string): Point {
    const slot = this.slots.get(id);
    return slot === undefined ? { x: 0, y: 0 } : { x: values[slot]!, y: values[slot + 1]! };
  }

  /** The option that is chosen; null where the character has no such control. */
  choice(values: ControlValues, id: string): string | null {
    const control = this.byId.get(id);
    if (control?.kind !== 'choice') return null;
    return control.options[values[this.slots.get(id)!]!] ?? control.rest;
  }

  /** Brings every value back into its range, in place. */
  confine(values: ControlValues): void {
    const { least, most } = this;
    for (let slot = 0; slot < values.length; slot++) {
      values[slot] = clamp(values[slot]!, least[slot]!, most[slot]!);
    }
  }
}

const UNKNOWN_OPTION = -1;

/** The least and the most of each value of a control. */
function limitsOf(control: Control): readonly [least: readonly number[], most: readonly number[]] {
  if (control.kind === 'range') return [[control.min], [control.max]];
  if (control.kind === 'choice') return [[-Infinity], [Infinity]];
  const { x, y, width, height } = control.bounds;
  return [
    [x, y],
    [x + width, y + height],
  ];
}

function numbersOf(control: Control, value: ControlValue): readonly number[] {
  if (control.kind === 'choice') return [control.options.indexOf(String(value))];
  if (control.kind === 'point') {
    const { x, y } = value as Point;
    return [x, y];
  }
  return [Number(value)];
}

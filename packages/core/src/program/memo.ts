/** A value with what it was made from. */
export interface Memo<Value> {
  readonly inputs: readonly unknown[];
  readonly value: Value;
}

/** The memo from before where all inputs are the very same, else a new one. */
export function reuse<Value>(
  before: Memo<Value> | undefined,
  inputs: readonly unknown[],
  make: () => Value,
): Memo<Value> {
  if (before && sameInputs(before.inputs, inputs)) return before;
  return { inputs, value: make() };
}

export function sameInputs(before: readonly unknown[], after: readonly unknown[]): boolean {
  return before.length === after.length && before.every((input, at) => input === after[at]);
}

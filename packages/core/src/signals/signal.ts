/** A number that changes over time, sampled evenly. Value i stands for the time (i + 0.5) / rate seconds. */
export interface Signal {
  /** Values a second, Hz. */
  readonly rate: number;
  readonly values: readonly number[];
}

/** The value at a time in seconds, interpolated between neighbours and held at both ends. */
export function valueAt({ rate, values }: Signal, time: number): number {
  if (values.length === 0) return 0;
  const position = Math.min(values.length - 1, Math.max(0, time * rate - 0.5));
  const before = Math.floor(position);
  const share = position - before;
  const left = values[before]!;
  return left + share * ((values[before + 1] ?? left) - left);
}

/**
 * Follows a signal with a one-pole smoother that rises within `attack` and falls within `release`
 * (time constants in seconds; 0 follows at once).
 */
export function follow({ rate, values }: Signal, attack: number, release: number): Signal {
  const coefficient = (seconds: number) => (seconds > 0 ? 1 - Math.exp(-1 / (seconds * rate)) : 1);
  const up = coefficient(attack);
  const down = coefficient(release);
  let state = values[0] ?? 0;
  return {
    rate,
    values: values.map((value) => (state += (value > state ? up : down) * (value - state))),
  };
}

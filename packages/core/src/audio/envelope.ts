/** How loud a sound is played, from its start to its end. */
export interface Envelope {
  /** dB. */
  readonly gain: number;
  /** Over how long it comes up to its loudness, and goes down from it, seconds. */
  readonly fadeIn: number;
  readonly fadeOut: number;
}

/** A moment, seconds from the start of a sound, and the factor of its samples there; between two it changes evenly. */
export interface EnvelopePoint {
  readonly time: number;
  readonly factor: number;
}

/** A factor of samples for a gain in dB. */
export function factorOf(gain: number): number {
  return 10 ** (gain / 20);
}

/**
 * The course of an envelope over a sound.
 *
 * @param duration seconds, no less than both fades together
 */
export function envelopePoints(
  { gain, fadeIn, fadeOut }: Envelope,
  duration: number,
): EnvelopePoint[] {
  const factor = factorOf(gain);
  return [
    ...(fadeIn > 0 ? [{ time: 0, factor: 0 }] : []),
    { time: fadeIn, factor },
    ...(fadeOut > 0
      ? [
          { time: duration - fadeOut, factor },
          { time: duration, factor: 0 },
        ]
      : []),
  ];
}

/** The factor at a time of an envelope; before the first and after the last it is theirs. */
export function factorAt(points: readonly EnvelopePoint[], time: number): number {
  const next = points.findIndex((point) => point.time > time);
  if (next === 0) return points[0]!.factor;
  if (next < 0) return points.at(-1)!.factor;
  const [from, to] = [points[next - 1]!, points[next]!];
  return from.factor + ((time - from.time) / (to.time - from.time)) * (to.factor - from.factor);
}

/** An envelope that leaves a sound as it is. */
export const AS_RECORDED: Envelope = { gain: 0, fadeIn: 0, fadeOut: 0 };

import { firstWhere } from '../numbers';

/** What was performed of one control: readings as the input gave them, at whatever times. */
export interface RecordedChannel {
  /** As a reaction names what it moves: a range, or an axis of a point. */
  readonly control: string;
  /** Seconds from the beginning, each later than the one before. */
  readonly times: Float32Array;
  readonly values: Float32Array;
}

/** What a pass recorded. It never changes; clips tell what is used of it, and how. */
export interface PassRecording {
  /** Seconds. */
  readonly duration: number;
  readonly channels: readonly RecordedChannel[];
}

/** The longest recording, seconds, and the most channels of one. */
export const LONGEST_PASS = 2 * 60 * 60;
export const MOST_CHANNELS = 200;

/** The areas under a channel up to each of its readings, for means over a stretch; made when first asked for. */
const areas = new WeakMap<RecordedChannel, Float64Array>();

/** The value of a channel at a time: evenly from reading to reading; that of the first before it, of the last after it. */
export function readingAt({ times, values }: RecordedChannel, time: number): number {
  const next = firstWhere(times, (at) => at > time);
  if (next === 0) return values[0] ?? 0;
  if (next === times.length) return values[next - 1]!;
  const [from, to] = [times[next - 1]!, times[next]!];
  return values[next - 1]! + ((time - from) / (to - from)) * (values[next]! - values[next - 1]!);
}

/** The mean of a channel over so many seconds around a time: what makes trembling calm. */
export function smoothReadingAt(channel: RecordedChannel, time: number, seconds: number): number {
  if (seconds <= 0) return readingAt(channel, time);
  const half = seconds / 2;
  return (areaUpTo(channel, time + half) - areaUpTo(channel, time - half)) / seconds;
}

function areaUpTo(channel: RecordedChannel, time: number): number {
  const { times, values } = channel;
  let sums = areas.get(channel);
  if (!sums) {
    sums = new Float64Array(times.length);
    for (let at = 1; at < times.length; at++) {
      const width = times[at]! - times[at - 1]!;
      sums[at] = sums[at - 1]! + (width * (values[at]! + values[at - 1]!)) / 2;
    }
    areas.set(channel, sums);
  }
  const next = firstWhere(times, (at) => at > time);
  if (next === 0) return (time - (times[0] ?? 0)) * (values[0] ?? 0);
  const last = next - 1;
  return sums[last]! + (time - times[last]!) * ((values[last]! + readingAt(channel, time)) / 2);
}

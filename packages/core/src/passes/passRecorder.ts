import type { PassRecording, RecordedChannel } from './recording';

/** Where nobody moves a control it is written down so often a second, as it plays back. */
const PLAYED_RATE = 30;
/** Over how long a control that is let go comes back to what plays, seconds. */
const BACK = 0.2;
/** Readings are at least so far apart, seconds. */
const APART = 1e-3;

interface Touched {
  readonly times: number[];
  readonly values: number[];
  /** From when until when it was let alone; what plays back is filled in there. The last one may be open. */
  readonly alone: { from: number; to: number }[];
}

/**
 * Writes down what is performed in a pass. What somebody moved is recorded as it was seen: before it is first taken hold of,
 * and after it was let go, as it plays back.
 */
export class PassRecorder {
  private readonly touched = new Map<string, Touched>();

  /** A control was moved. @param time seconds from the beginning of the pass; what is earlier counts as its beginning */
  move(control: string, time: number, value: number): void {
    const at = Math.max(0, time);
    let one = this.touched.get(control);
    if (!one) {
      one = { times: [], values: [], alone: at > 0 ? [{ from: 0, to: at }] : [] };
      this.touched.set(control, one);
    }
    const open = one.alone.at(-1);
    if (open && open.to === Infinity) open.to = at;
    const last = one.times.at(-1);
    if (last !== undefined && at < last + APART) {
      one.values[one.values.length - 1] = value;
    } else {
      one.times.push(at);
      one.values.push(value);
    }
  }

  /** A control was let go. */
  letGo(control: string, time: number): void {
    const one = this.touched.get(control);
    if (!one || one.alone.at(-1)?.to === Infinity) return;
    const at = Math.max(one.times.at(-1)!, time);
    // It stays as it is until then.
    if (at > one.times.at(-1)! + APART) {
      one.times.push(at);
      one.values.push(one.values.at(-1)!);
    }
    one.alone.push({ from: at + BACK, to: Infinity });
  }

  /**
   * All that was performed; null where nothing was.
   *
   * @param duration of the pass, seconds
   * @param played the value of a control as it plays back at a time
   */
  finish(
    duration: number,
    played: (control: string, time: number) => number,
  ): PassRecording | null {
    const channels = [...this.touched].flatMap(([control, one]): RecordedChannel[] => {
      const readings = one.times.map((time, at) => [time, one.values[at]!] as const);
      for (const { from, to } of one.alone) {
        for (let time = from; time < Math.min(to - 2 * APART, duration); time += 1 / PLAYED_RATE) {
          readings.push([time, played(control, time)]);
        }
      }
      const kept = inTime(readings.filter(([time]) => time <= duration));
      if (kept.length === 0) return [];
      return [
        {
          control,
          times: Float32Array.from(kept, ([time]) => time),
          values: Float32Array.from(kept, ([, value]) => value),
        },
      ];
    });
    return channels.length > 0 && duration > 0 ? { duration, channels } : null;
  }
}

/** Readings in order, of those at about the same time the first. */
function inTime(readings: readonly (readonly [time: number, value: number])[]) {
  const sorted = readings.toSorted(([a], [b]) => a - b);
  let last = -Infinity;
  return sorted.filter(([time]) => {
    if (time < last + APART) return false;
    last = time;
    return true;
  });
}

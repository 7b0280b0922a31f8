import { seedFrom } from '../life';
import type { StepCurve } from '../reactions';
import { timeOfStep } from '../simulation';
import type { Flicks } from '../time';

/** Steps that are computed together. */
const CHUNK = 960;
/** Chunks that are kept. */
const MOST = 16;
const STEP = timeOfStep(1);

/** A curve of which stretches are computed as they are asked for, and kept. */
export class KeptCurve {
  private readonly chunks = new Map<number, Float64Array>();
  /** Chunks of different curves begin at different times, so that a frame never has to compute all of them. */
  private readonly shift: number;
  /** The chunk that was looked at last, and its first step. */
  private latest: Float64Array = new Float64Array(0);
  private latestFrom = 0;

  constructor(
    private readonly curve: StepCurve,
    id: string,
  ) {
    this.shift = Math.abs(seedFrom(id)) % CHUNK;
  }

  /** The value at a time of the scene, evenly between two steps. */
  at(time: Flicks): number {
    const place = time / STEP;
    const step = Math.floor(place);
    const before = this.value(step);
    return place === step ? before : before + (place - step) * (this.value(step + 1) - before);
  }

  private value(step: number): number {
    const inLatest = step - this.latestFrom;
    if (inLatest >= 0 && inLatest < this.latest.length) return this.latest[inLatest]!;
    const chunk = Math.floor((step + this.shift) / CHUNK);
    const from = chunk * CHUNK - this.shift;
    let values = this.chunks.get(chunk);
    if (!values) {
      values = this.curve(from, CHUNK);
      if (this.chunks.size >= MOST) this.chunks.delete(this.chunks.keys().next().value!);
      this.chunks.set(chunk, values);
    }
    this.latest = values;
    this.latestFrom = from;
    return values[step - from]!;
  }
}

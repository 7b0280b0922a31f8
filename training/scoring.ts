import type { Sound } from '../packages/core/src/speech';
import { boundaryErrors, type Label } from './boundaries';

type Span = readonly [start: number, end: number];

/** Seconds by which a closure may be early or late. */
const CLOSURE_TOLERANCE = 0.04;
/** Frames by which a class may be early or late. */
const TOLERANCE = 2;
const BILABIAL = 1;
/** Share of the boundaries that must be heard for their errors to mean something. */
const LEAST_BOUNDARIES = 0.7;

/** Counts of one or more clips, of which every measure is made. */
export class Score {
  private frames = 0;
  private same = 0;
  private speech = 0;
  private near = 0;
  private still = 0;
  private closures = 0;
  private closuresMet = 0;
  private claims = 0;
  private claimsMet = 0;
  readonly confusion = Array.from({ length: 15 }, () => new Float64Array(15));
  private boundaries = 0;
  private readonly errors: number[] = [];

  add(
    reference: readonly Label[],
    heard: readonly Pick<Sound, 'start' | 'end' | 'viseme'>[],
  ): void {
    const count = Math.round(reference.at(-1)!.end * 100);
    const right = classes(reference, count);
    const told = classes(heard, count);
    for (let at = 0; at < count; at++) {
      this.frames++;
      if (right[at] === told[at]) this.same++;
      if (right[at]! > 0 === told[at]! > 0) this.still++;
      this.confusion[right[at]!]![told[at]!]!++;
      if (right[at] === 0) continue;
      this.speech++;
      const from = Math.max(0, at - TOLERANCE);
      if (right.subarray(from, at + TOLERANCE + 1).includes(told[at]!)) this.near++;
    }
    const { errors, boundaries } = boundaryErrors(reference, heard);
    this.errors.push(...errors);
    this.boundaries += boundaries;
    const closures = reference.filter(({ viseme }) => viseme === BILABIAL).map(spanOf);
    const claims = touching(heard.filter(({ viseme }) => viseme === BILABIAL).map(spanOf));
    this.closures += closures.length;
    this.claims += claims.length;
    this.closuresMet += closures.filter((closure) => meets(closure, claims)).length;
    this.claimsMet += claims.filter((claim) => meets(claim, closures)).length;
  }

  /** How far boundaries between sounds are off, milliseconds: median and 95 %; null where too few were heard. */
  get boundaryErrors(): { median: number; p95: number } | null {
    if (this.errors.length === 0 || this.errors.length < LEAST_BOUNDARIES * this.boundaries)
      return null;
    const sorted = this.errors.toSorted((a, b) => a - b);
    const at = (share: number) => 1000 * sorted[Math.round(share * (sorted.length - 1))]!;
    return { median: at(0.5), p95: at(0.95) };
  }

  /** Shares in percent. */
  get measures() {
    const percent = (part: number, whole: number) => (whole ? (100 * part) / whole : NaN);
    return {
      seconds: this.frames / 100,
      frame: percent(this.same, this.frames),
      tol20: percent(this.near, this.speech),
      bilR: percent(this.closuresMet, this.closures),
      bilP: percent(this.claimsMet, this.claims),
      sil: percent(this.still, this.frames),
    };
  }
}

/** The class of each frame of 10 ms, by its centre. */
function classes(labels: readonly Label[], count: number): Uint8Array {
  const result = new Uint8Array(count);
  for (const { start, end, viseme } of labels) {
    result.fill(viseme, frameAt(start), Math.max(0, frameAt(end)));
  }
  return result;
}

const frameAt = (time: number) => Math.max(0, Math.ceil(time * 100 - 0.5 - 1e-6));
const spanOf = ({ start, end }: Label): Span => [start, end];

const meets = ([start, end]: Span, others: readonly Span[]) =>
  others.some(([from, to]) => start - CLOSURE_TOLERANCE < to && from - CLOSURE_TOLERANCE < end);

function touching(spans: readonly Span[]): Span[] {
  const joined: Span[] = [];
  for (const [start, end] of spans) {
    const last = joined.at(-1);
    if (last && start - last[1] < 1e-3) joined[joined.length - 1] = [last[0], end];
    else joined.push([start, end]);
  }
  return joined;
}

import { withRoom } from '../../numbers';
import { PHONE_COUNT, SILENT_PHONE } from '../model/phones';
import type { SoundModel } from '../model/soundModel';

/** How the network's answers and what is known of English are weighed against each other. */
export interface DecodingWeights {
  /** Power of each phone's share of all frames by which its probability is divided. */
  readonly prior: number;
  /** Power of the probability that one phone follows another. */
  readonly bigram: number;
  /** Natural logarithm of what every change of phone costs. */
  readonly change: number;
}

/** A stretch of one phone; frames, `end` exclusive. */
export interface PhoneSpan {
  readonly phone: number;
  readonly start: number;
  readonly end: number;
}

const NEVER = -1e30;

/**
 * Finds the likeliest sequence of phones as probabilities stream in (Viterbi 1967), each phone at least
 * two frames long, phones weighed by how often one follows the other.
 */
export class PhoneDecoder {
  /** Likelihood of the best path whose present phone has just begun, or has lasted. */
  private begun = new Float64Array(PHONE_COUNT).fill(NEVER);
  private lasted = new Float64Array(PHONE_COUNT).fill(NEVER);
  private nextBegun = new Float64Array(PHONE_COUNT);
  private nextLasted = new Float64Array(PHONE_COUNT);
  /** For each frame and phone, the phone before it if it begins here; and 1 where it lasts since its beginning. */
  private before: Uint8Array = new Uint8Array(4096 * PHONE_COUNT);
  private young: Uint8Array = new Uint8Array(4096 * PHONE_COUNT);
  private readonly changes: Float64Array;
  /** The dearest change from each phone to another, and the cheapest of all changes. */
  private readonly dearest: Float64Array;
  private readonly cheapest: number;
  /** The phones from which the present frame may be reached. */
  private readonly sources = new Uint8Array(PHONE_COUNT);
  private readonly priors: Float64Array;
  /** The first frame still undecided, and how many there are from it on. */
  private start = 0;
  private frames = 0;

  constructor(model: SoundModel, weights: DecodingWeights) {
    // Turned, so that the loop over what came before runs along memory.
    this.changes = new Float64Array(PHONE_COUNT ** 2);
    for (let from = 0; from < PHONE_COUNT; from++) {
      for (let to = 0; to < PHONE_COUNT; to++) {
        const follows = model.phoneBigram[from * PHONE_COUNT + to]!;
        this.changes[to * PHONE_COUNT + from] =
          from === to ? NEVER : weights.bigram * follows + weights.change;
      }
    }
    const fromEach = (phone: number) =>
      this.changes.filter((cost, at) => at % PHONE_COUNT === phone && cost > NEVER);
    this.dearest = Float64Array.from({ length: PHONE_COUNT }, (_, phone) =>
      Math.min(...fromEach(phone)),
    );
    this.cheapest = Math.max(...this.changes);
    this.priors = Float64Array.from(model.phonePrior, (prior) => weights.prior * prior);
    this.lasted[SILENT_PHONE] = 0;
  }

  /** Takes the natural log-probabilities of the next frames [frames * 45]. */
  push(logProbabilities: Float32Array): void {
    const count = logProbabilities.length / PHONE_COUNT;
    this.reserve(this.frames + count);
    for (let frame = 0; frame < count; frame++) this.step(logProbabilities, frame * PHONE_COUNT);
  }

  /** The likeliest phone `lag` frames before the last, as things look now. */
  lately(lag: number): number {
    const path = this.traceBack(Math.max(0, this.frames - 1 - lag));
    return path[0]!;
  }

  /**
   * Decides everything but the last `keep` frames and gives it as spans; what is decided stays. The last
   * span may go on in the next.
   */
  settle(keep: number): PhoneSpan[] {
    const count = this.frames - keep;
    if (count <= 0) return [];
    const path = this.traceBack(0);
    const spans = spansOf(path.subarray(0, count), this.start);
    this.before.copyWithin(0, count * PHONE_COUNT, this.frames * PHONE_COUNT);
    this.young.copyWithin(0, count * PHONE_COUNT, this.frames * PHONE_COUNT);
    this.start += count;
    this.frames = keep;
    return spans;
  }

  private step(observed: Float32Array, from: number): void {
    const { begun, lasted, nextBegun, nextLasted, changes, priors } = this;
    const row = this.frames * PHONE_COUNT;
    const { sources } = this;
    const count = this.findSources();
    let most = NEVER;
    for (let phone = 0; phone < PHONE_COUNT; phone++) {
      const seen = observed[from + phone]! - priors[phone]!;
      const column = phone * PHONE_COUNT;
      let best = NEVER;
      let bestFrom = 0;
      for (let at = 0; at < count; at++) {
        const other = sources[at]!;
        const score = lasted[other]! + changes[column + other]!;
        if (score > best) {
          best = score;
          bestFrom = other;
        }
      }
      nextBegun[phone] = best + seen;
      this.before[row + phone] = bestFrom;
      const young = begun[phone]! > lasted[phone]!;
      const last = (young ? begun[phone]! : lasted[phone]!) + seen;
      nextLasted[phone] = last;
      this.young[row + phone] = young ? 1 : 0;
      if (last > most) most = last;
    }
    // Kept near zero, so that an hour loses no precision.
    for (let phone = 0; phone < PHONE_COUNT; phone++) {
      nextBegun[phone]! -= most;
      nextLasted[phone]! -= most;
    }
    this.begun = nextBegun;
    this.lasted = nextLasted;
    this.nextBegun = begun;
    this.nextLasted = lasted;
    this.frames++;
  }

  /**
   * Writes the phones that may be the best to come from, and gives their number. Whatever phone follows, it can
   * be reached from one of the two likeliest by their dearest change; who can't better that needn't be asked.
   */
  private findSources(): number {
    const { lasted, sources } = this;
    let first = 0;
    let second = 1;
    for (let phone = 0; phone < PHONE_COUNT; phone++) {
      if (lasted[phone]! > lasted[first]!) {
        second = first;
        first = phone;
      } else if (phone !== first && lasted[phone]! > lasted[second]!) {
        second = phone;
      }
    }
    const sure = Math.min(
      lasted[first]! + this.dearest[first]!,
      lasted[second]! + this.dearest[second]!,
    );
    let count = 0;
    for (let phone = 0; phone < PHONE_COUNT; phone++) {
      if (lasted[phone]! + this.cheapest >= sure) sources[count++] = phone;
    }
    return count;
  }

  /** The likeliest phones of the undecided frames from `first` on. */
  private traceBack(first: number): Uint8Array {
    const path = new Uint8Array(this.frames - first);
    let phone = 0;
    for (let other = 1; other < PHONE_COUNT; other++) {
      if (this.lasted[other]! > this.lasted[phone]!) phone = other;
    }
    let beginning = false;
    for (let frame = this.frames - 1; frame >= first; frame--) {
      path[frame - first] = phone;
      const at = frame * PHONE_COUNT + phone;
      if (beginning) {
        phone = this.before[at]!;
        beginning = false;
      } else {
        beginning = this.young[at] === 1;
      }
    }
    return path;
  }

  private reserve(frames: number): void {
    const used = this.frames * PHONE_COUNT;
    this.before = withRoom(this.before, used, frames * PHONE_COUNT);
    this.young = withRoom(this.young, used, frames * PHONE_COUNT);
  }
}

/** Joins equal neighbours of a path. @param start the frame at which the path begins */
export function spansOf(path: Uint8Array, start: number): PhoneSpan[] {
  const spans: PhoneSpan[] = [];
  let from = 0;
  for (let frame = 1; frame <= path.length; frame++) {
    if (frame < path.length && path[frame] === path[from]) continue;
    spans.push({ phone: path[from]!, start: start + from, end: start + frame });
    from = frame;
  }
  return spans;
}

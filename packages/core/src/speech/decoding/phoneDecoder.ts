import { withRoom } from '../../numbers';
import { PHONE_COUNT, SILENT_PHONE } from '../model/phones';
import type { Phonotactics } from '../model/phonotactics';
import type { SoundModel } from '../model/soundModel';
import { NONE, PhonePaths } from './phonePaths';

/** How the network's answers and what is known of English are weighed against each other. */
export interface DecodingWeights {
  /** Power of each phone's share of all frames by which its probability is divided. */
  readonly prior: number;
  /** Power of the probability that a phone follows those before it. */
  readonly sequence: number;
  /** Natural logarithm of what every change of phone costs. */
  readonly change: number;
  /** How many phones before it tell how likely a phone is. */
  readonly context: number;
}

/** A stretch of one phone; frames, `end` exclusive. */
export interface PhoneSpan {
  readonly phone: number;
  readonly start: number;
  readonly end: number;
}

/** Paths this much less likely than the best are given up, nats. */
const BEAM = 12;
/** So many paths at most are followed. */
const MOST_PATHS = 200;
/** Chains of phones are tidied up when there are more than these. */
const MOST_CHAINS = 1 << 16;

const NOWHERE = -1;

/** Paths side by side: where each stands, whether its phone has lasted two frames, how likely it is. */
class Paths {
  contexts: Int32Array = new Int32Array(1024);
  lasted: Uint8Array = new Uint8Array(1024);
  scores: Float64Array = new Float64Array(1024);
  chains: Int32Array = new Int32Array(1024);
  count = 0;

  add(context: number, lasted: number, score: number, chain: number): number {
    const at = this.count++;
    this.contexts = withRoom(this.contexts, at, this.count);
    this.lasted = withRoom(this.lasted, at, this.count);
    this.scores = withRoom(this.scores, at, this.count);
    this.chains = withRoom(this.chains, at, this.count);
    this.contexts[at] = context;
    this.lasted[at] = lasted;
    this.scores[at] = score;
    this.chains[at] = chain;
    return at;
  }

  /** The likeliest whose phone has lasted. */
  best(): number {
    let best = 0;
    let most = -Infinity;
    for (let at = 0; at < this.count; at++) {
      if (!this.lasted[at] || this.scores[at]! <= most) continue;
      best = at;
      most = this.scores[at]!;
    }
    return best;
  }
}

/**
 * Finds the likeliest sequence of phones as probabilities stream in: a beam search (Lowerre 1976), each
 * phone at least two frames long, phones weighed by how often they follow each other.
 */
export class PhoneDecoder {
  private readonly phonotactics: Phonotactics;
  private readonly priors: Float64Array;
  private readonly chains = new PhonePaths();
  private paths = new Paths();
  private next = new Paths();
  /** Where among the next paths a context stands, twice: its phone has begun, or has lasted. */
  private readonly places: Int32Array;
  private readonly observed = new Float64Array(PHONE_COUNT);
  /** The first frame still undecided, and the frame to come. */
  private start = 0;
  private frame = 0;

  constructor(
    model: SoundModel,
    private readonly weights: DecodingWeights,
  ) {
    this.phonotactics = model.phonotactics.upTo(weights.context);
    this.priors = Float64Array.from(model.phonePrior, (prior) => weights.prior * prior);
    this.places = new Int32Array(2 * this.phonotactics.contextCount).fill(NOWHERE);
    this.paths.add(SILENT_PHONE, 1, 0, this.chains.add(NONE, SILENT_PHONE, 0));
  }

  /** Takes the natural log-probabilities of the next frames [frames * 45]. */
  push(logProbabilities: Float32Array): void {
    for (let from = 0; from < logProbabilities.length; from += PHONE_COUNT) {
      for (let phone = 0; phone < PHONE_COUNT; phone++) {
        this.observed[phone] = logProbabilities[from + phone]! - this.priors[phone]!;
      }
      this.step();
      this.frame++;
      if (this.chains.count > MOST_CHAINS) this.tidy();
    }
  }

  /** The likeliest phone `lag` frames before the last, as things look now. */
  lately(lag: number): number {
    const at = Math.max(this.start, this.frame - 1 - lag);
    return this.likeliest(at, at + 1)[0]!;
  }

  /**
   * Decides everything but the last `keep` frames and gives it as spans; what is decided stays. The last
   * span may go on in the next.
   */
  settle(keep: number): PhoneSpan[] {
    const end = this.frame - keep;
    if (end <= this.start) return [];
    const spans = spansOf(this.likeliest(this.start, end), this.start);
    this.start = end;
    return spans;
  }

  private likeliest(from: number, to: number): Uint8Array {
    return this.chains.between(this.paths.chains[this.paths.best()]!, from, to);
  }

  private step(): void {
    const { paths, next } = this;
    next.count = 0;
    let best = -Infinity;
    for (let at = 0; at < paths.count; at++) best = Math.max(best, this.last(at));
    for (let at = 0; at < paths.count; at++) {
      if (paths.lasted[at]) best = Math.max(best, this.change(at, best));
    }
    // Kept near zero, so that an hour loses no precision.
    const least = this.leastKept(best);
    let kept = 0;
    for (let at = 0; at < next.count; at++) {
      this.places[2 * next.contexts[at]! + next.lasted[at]!] = NOWHERE;
      if (next.scores[at]! < least) continue;
      next.contexts[kept] = next.contexts[at]!;
      next.lasted[kept] = next.lasted[at]!;
      next.scores[kept] = next.scores[at]! - best;
      next.chains[kept++] = next.chains[at]!;
    }
    next.count = kept;
    [this.paths, this.next] = [next, paths];
  }

  /** A path whose phone goes on. Gives its score. */
  private last(at: number): number {
    const { contexts, scores, chains } = this.paths;
    const context = contexts[at]!;
    const score = scores[at]! + this.observed[this.phonotactics.phoneOf(context)]!;
    const place = this.places[2 * context + 1]!;
    if (place === NOWHERE) {
      this.places[2 * context + 1] = this.next.add(context, 1, score, chains[at]!);
    } else if (score > this.next.scores[place]!) {
      this.next.scores[place] = score;
      this.next.chains[place] = chains[at]!;
    }
    return score;
  }

  /** The paths on which another phone follows. Gives the best score among them. */
  private change(at: number, bestSoFar: number): number {
    const { observed, next, weights } = this;
    const context = this.paths.contexts[at]!;
    const from = this.paths.scores[at]! + weights.change;
    const { costs, contexts } = this.phonotactics.follow(context);
    const present = this.phonotactics.phoneOf(context);
    let best = bestSoFar;
    for (let phone = 0; phone < PHONE_COUNT; phone++) {
      const score = from + observed[phone]! - weights.sequence * costs[phone]!;
      if (score < best - BEAM || phone === present) continue;
      if (score > best) best = score;
      const key = 2 * contexts[phone]!;
      const place = this.places[key]!;
      if (place !== NOWHERE && next.scores[place]! >= score) continue;
      const chain = this.chains.add(this.paths.chains[at]!, phone, this.frame);
      if (place === NOWHERE) {
        this.places[key] = next.add(contexts[phone]!, 0, score, chain);
      } else {
        next.scores[place] = score;
        next.chains[place] = chain;
      }
    }
    return best;
  }

  /** The score under which paths are given up. */
  private leastKept(best: number): number {
    const { next } = this;
    if (next.count <= MOST_PATHS) return best - BEAM;
    const sorted = next.scores.slice(0, next.count).sort();
    return Math.max(best - BEAM, sorted[next.count - MOST_PATHS]!);
  }

  private tidy(): void {
    this.chains.keepOnly(this.paths.chains.subarray(0, this.paths.count), this.start);
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

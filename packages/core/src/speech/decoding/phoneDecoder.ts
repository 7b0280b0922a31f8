import { PHONE_COUNT, SILENT_PHONE } from '../model/phones';
import type { Phonotactics } from '../model/phonotactics';
import type { SoundModel } from '../model/soundModel';
import { Beam, BEAM } from './beam';
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

/** Chains of phones are tidied up when there are more than these. */
const MOST_CHAINS = 1 << 16;

/**
 * Finds the likeliest sequence of phones as probabilities stream in: a beam search (Lowerre 1976), each
 * phone at least two frames long, phones weighed by how often they follow each other.
 */
export class PhoneDecoder {
  private readonly phonotactics: Phonotactics;
  private readonly priors: Float64Array;
  private readonly chains = new PhonePaths();
  private paths: Beam;
  private next: Beam;
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
    this.paths = new Beam(this.phonotactics.contextCount);
    this.next = new Beam(this.phonotactics.contextCount);
    // Before the beginning it was silent, for as long as one likes.
    const silence = this.paths.place(SILENT_PHONE, 1, 0)!;
    this.paths.chains[silence] = this.chains.add(NONE, SILENT_PHONE, 0);
    this.paths.prune(0);
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
    next.prune(best);
    [this.paths, this.next] = [next, paths];
  }

  /** A path whose phone goes on. Gives its score. */
  private last(from: number): number {
    const { contexts, scores, chains } = this.paths;
    const context = contexts[from]!;
    const score = scores[from]! + this.observed[this.phonotactics.phoneOf(context)]!;
    const at = this.next.place(context, 1, score);
    if (at !== null) this.next.chains[at] = chains[from]!;
    return score;
  }

  /** The paths on which another phone follows. Gives the best score among them. */
  private change(from: number, bestSoFar: number): number {
    const { observed, next, weights } = this;
    const context = this.paths.contexts[from]!;
    const before = this.paths.scores[from]! + weights.change;
    const { costs, contexts } = this.phonotactics.follow(context);
    const present = this.phonotactics.phoneOf(context);
    let best = bestSoFar;
    for (let phone = 0; phone < PHONE_COUNT; phone++) {
      const score = before + observed[phone]! - weights.sequence * costs[phone]!;
      if (score < best - BEAM || phone === present) continue;
      if (score > best) best = score;
      const at = next.place(contexts[phone]!, 0, score);
      if (at !== null)
        next.chains[at] = this.chains.add(this.paths.chains[from]!, phone, this.frame);
    }
    return best;
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

import { PHONE_COUNT } from '../model/phones';

/** Paths this much less likely than the best are given up, nats. */
export const BEAM = 12;
/** So many paths at most are followed. */
const MOST_PATHS = 200;
/** Each of them goes on in its phone, or in one of the others. */
const MOST_NEXT = MOST_PATHS * PHONE_COUNT;

const NOWHERE = -1;

/**
 * Paths side by side, of which only the best is kept for each context whose phone has begun, and for each whose
 * phone has lasted two frames.
 */
export class Beam {
  readonly contexts = new Int32Array(MOST_NEXT);
  readonly lasted = new Uint8Array(MOST_NEXT);
  readonly scores = new Float64Array(MOST_NEXT);
  /** The phones behind each path. */
  readonly chains = new Int32Array(MOST_NEXT);
  count = 0;
  /** Where a context stands, twice: its phone has begun, or has lasted. */
  private readonly places: Int32Array;

  /** @param contexts how many contexts there are */
  constructor(contexts: number) {
    this.places = new Int32Array(2 * contexts).fill(NOWHERE);
  }

  /** The place for a path of this score; null where a better one has it. Its chain is to be set. */
  place(context: number, lasted: 0 | 1, score: number): number | null {
    const key = 2 * context + lasted;
    let at = this.places[key]!;
    if (at === NOWHERE) {
      at = this.places[key] = this.count++;
      this.contexts[at] = context;
      this.lasted[at] = lasted;
    } else if (this.scores[at]! >= score) {
      return null;
    }
    this.scores[at] = score;
    return at;
  }

  /** The likeliest path whose phone has lasted. */
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

  /** Gives up what is too unlikely, and counts the rest from the best. @param best the score of the best path */
  prune(best: number): void {
    const least = this.leastKept(best);
    let kept = 0;
    for (let at = 0; at < this.count; at++) {
      this.places[2 * this.contexts[at]! + this.lasted[at]!] = NOWHERE;
      if (this.scores[at]! < least || kept === MOST_PATHS) continue;
      this.contexts[kept] = this.contexts[at]!;
      this.lasted[kept] = this.lasted[at]!;
      this.scores[kept] = this.scores[at]! - best;
      this.chains[kept++] = this.chains[at]!;
    }
    this.count = kept;
  }

  private leastKept(best: number): number {
    if (this.count <= MOST_PATHS) return best - BEAM;
    const sorted = this.scores.slice(0, this.count).sort();
    return Math.max(best - BEAM, sorted[this.count - MOST_PATHS]!);
  }
}

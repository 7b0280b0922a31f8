import { PHONE_COUNT, SILENT_PHONE } from '../model/phones';
import type { Pronunciation } from '../script/pronouncer';
import { NONE, WordHistory, type LocatedWord } from './wordHistory';
import { WordStates } from './wordStates';

/** What deviations from the script cost, as natural logarithms. */
const COSTS = {
  /** Each frame of speech that is no word of the script, against the likeliest phone. */
  foreign: 2,
  foreignBegins: 6,
  skipBegins: 22,
  skippedWord: 1,
  repeat: 40,
};
/** An actor who begins again goes back by no more words than this. */
const FURTHEST_REPEAT = 12;
/** Paths this much less likely than the best are given up. */
const BEAM = 110;
/** Only from paths this near to the best are words skipped or repeated. */
const DEPARTURE_BEAM = 40;

const NEVER = -1e30;

/**
 * Finds the words of a script in a voice, in order, with pauses, words skipped, words said again and
 * words added anywhere: a beam search (Lowerre 1976) over all words' phones, in which every path
 * remembers the words behind it. Work grows with the voice's length and the beam, not the script's.
 */
export class WordLocator {
  private readonly words: number;
  private readonly states: WordStates;
  private readonly scores: Float64Array;
  private readonly histories: Int32Array;
  private readonly entries: Int32Array;
  /** Between words: boundary j stands before word j. */
  private boundary: Float64Array;
  private boundaryHistory: Int32Array;
  private nextBoundary: Float64Array;
  private nextBoundaryHistory: Int32Array;
  private readonly pause: Float64Array;
  private readonly pauseHistory: Int32Array;
  private readonly foreign: Float64Array;
  private readonly foreignHistory: Int32Array;
  private readonly activeWords: Uint8Array;
  private readonly history = new WordHistory();
  /** Words and boundaries outside this range are not alive. */
  private low = 0;
  private high = 0;
  private frame = 0;

  /**
   * @param ways each word's pronunciations, none empty
   * @param priors log share of each phone, already weighed [45]
   * @param excerpt whether the voice is only a stretch from anywhere in the script
   */
  constructor(
    ways: readonly (readonly Pronunciation[])[],
    private readonly priors: Float64Array,
    private readonly excerpt: boolean,
  ) {
    this.words = ways.length;
    this.states = new WordStates(ways);
    const total = this.states.phones.length;
    this.scores = new Float64Array(total).fill(NEVER);
    this.histories = new Int32Array(total);
    this.entries = new Int32Array(total);
    const boundaries = this.words + 1;
    this.boundary = new Float64Array(boundaries).fill(NEVER);
    this.boundaryHistory = new Int32Array(boundaries).fill(NONE);
    this.nextBoundary = new Float64Array(boundaries).fill(NEVER);
    this.nextBoundaryHistory = new Int32Array(boundaries).fill(NONE);
    this.pause = new Float64Array(boundaries).fill(NEVER);
    this.pauseHistory = new Int32Array(boundaries);
    this.foreign = new Float64Array(boundaries).fill(NEVER);
    this.foreignHistory = new Int32Array(boundaries);
    this.activeWords = new Uint8Array(boundaries);
    this.boundary[0] = 0;
    if (excerpt) {
      this.boundary.fill(0);
      this.high = this.words;
    } else {
      this.skipFrom(this.boundary, this.boundaryHistory, 0);
    }
  }

  /** Takes the natural log-probabilities of the next frames [frames * 45]. */
  push(logProbabilities: Float32Array): void {
    const observed = new Float64Array(PHONE_COUNT);
    for (let from = 0; from < logProbabilities.length; from += PHONE_COUNT) {
      let likeliest = NEVER;
      for (let phone = 0; phone < PHONE_COUNT; phone++) {
        const seen = logProbabilities[from + phone]! - this.priors[phone]!;
        observed[phone] = seen;
        if (seen > likeliest) likeliest = seen;
      }
      this.step(observed, likeliest);
      this.frame++;
    }
  }

  /** The words found, in the order in which they were said. */
  finish(): LocatedWord[] {
    let best = NEVER;
    let found = NONE;
    for (let j = this.low; j <= this.high; j++) {
      const left = this.excerpt ? 0 : this.words - j;
      const score =
        this.boundary[j]! - (left > 0 ? COSTS.skipBegins + left * COSTS.skippedWord : 0);
      if (score > best) {
        best = score;
        found = this.boundaryHistory[j]!;
      }
    }
    return this.history.wordsUpTo(found);
  }

  private step(observed: Float64Array, likeliest: number): void {
    const { words, nextBoundary, low: oldLow, high: oldHigh } = this;
    let best = NEVER;
    for (let word = this.low; word <= Math.min(this.high, words - 1); word++) {
      if (!this.activeWords[word] && this.boundary[word]! === NEVER) continue;
      best = Math.max(best, this.stepWord(word, observed));
    }
    const last = Math.min(words, this.high + 1);
    for (let j = this.low; j <= last; j++) {
      best = Math.max(best, this.stepBetween(j, observed[SILENT_PHONE]!, likeliest));
    }
    const cut = best - BEAM;
    let deviations = NONE;
    for (let j = this.low; j <= last; j++) {
      this.collect(j, cut);
      if (nextBoundary[j]! > best - DEPARTURE_BEAM) deviations = j;
    }
    const reach = deviations === NONE ? last : this.depart(this.low, deviations, best);
    this.prune(Math.max(last, reach), cut, best);
    this.boundary.fill(NEVER, oldLow, oldHigh + 1);
    [this.boundary, this.nextBoundary] = [this.nextBoundary, this.boundary];
    [this.boundaryHistory, this.nextBoundaryHistory] = [
      this.nextBoundaryHistory,
      this.boundaryHistory,
    ];
  }

  private stepWord(word: number, observed: Float64Array): number {
    const { scores, histories, entries } = this;
    const { first, phones, opens } = this.states;
    let best = NEVER;
    for (let state = first[word + 1]! - 1; state >= first[word]!; state--) {
      const seen = observed[phones[state]!]!;
      const lasting = (state & 1) === 1;
      let from = NEVER;
      let source = state;
      if (lasting) {
        from = scores[state]!;
        if (scores[state - 1]! > from) {
          from = scores[state - 1]!;
          source = state - 1;
        }
      } else if (opens[state]) {
        scores[state] = this.boundary[word]! + seen;
        histories[state] = this.boundaryHistory[word]!;
        entries[state] = this.frame;
        if (scores[state]! > best) best = scores[state]!;
        continue;
      } else {
        from = scores[state - 1]!;
        source = state - 1;
      }
      scores[state] = from + seen;
      histories[state] = histories[source]!;
      entries[state] = entries[source]!;
      if (scores[state]! > best) best = scores[state]!;
    }
    return best;
  }

  /** A pause or other words at a boundary. */
  private stepBetween(j: number, silent: number, likeliest: number): number {
    const here = this.boundary[j]!;
    if (here > this.pause[j]!) {
      this.pause[j] = here;
      this.pauseHistory[j] = this.boundaryHistory[j]!;
    }
    if (here - COSTS.foreignBegins > this.foreign[j]!) {
      this.foreign[j] = here - COSTS.foreignBegins;
      this.foreignHistory[j] = this.boundaryHistory[j]!;
    }
    this.pause[j]! += silent;
    this.foreign[j]! += likeliest - COSTS.foreign;
    return Math.max(this.pause[j]!, this.foreign[j]!);
  }

  /** What is likeliest between words j - 1 and j now. */
  private collect(j: number, cut: number): void {
    let score = this.pause[j]!;
    let history = this.pauseHistory[j]!;
    if (this.foreign[j]! > score) {
      score = this.foreign[j]!;
      history = this.foreignHistory[j]!;
    }
    let ending = NONE;
    if (j > 0 && j - 1 >= this.low) {
      const { first, closes } = this.states;
      for (let state = first[j - 1]!; state < first[j]!; state++) {
        if (closes[state] && this.scores[state]! > score) {
          score = this.scores[state]!;
          ending = state;
        }
      }
    }
    if (score < cut) return;
    if (ending !== NONE) {
      history = this.history.add(
        this.histories[ending]!,
        j - 1,
        this.states.way[ending]!,
        this.entries[ending]!,
        this.frame + 1,
      );
    }
    this.nextBoundary[j] = score;
    this.nextBoundaryHistory[j] = history;
  }

  /** Words skipped and said again. Gives the last boundary reached. */
  private depart(first: number, last: number, best: number): number {
    const { nextBoundary, nextBoundaryHistory } = this;
    const near = best - DEPARTURE_BEAM;
    for (let j = first + 1; j <= last; j++) {
      const score = nextBoundary[j]! - COSTS.repeat;
      if (nextBoundary[j]! < near || !this.history.endsAt(nextBoundaryHistory[j]!, this.frame + 1))
        continue;
      for (let back = Math.max(0, j - FURTHEST_REPEAT); back < j; back++) {
        if (score <= nextBoundary[back]!) continue;
        nextBoundary[back] = score;
        nextBoundaryHistory[back] = nextBoundaryHistory[j]!;
        if (back < this.low) this.low = back;
      }
    }
    return this.skipFrom(nextBoundary, nextBoundaryHistory, first, near);
  }

  private skipFrom(
    scores: Float64Array,
    histories: Int32Array,
    first: number,
    near = NEVER,
  ): number {
    let skipping = NEVER;
    let history = NONE;
    let reach = first;
    for (let j = first; j <= this.words; j++) {
      skipping -= COSTS.skippedWord;
      const own = scores[j]!;
      if (skipping > own) {
        scores[j] = skipping;
        histories[j] = history;
      }
      if (own > near && own - COSTS.skipBegins > skipping) {
        skipping = own - COSTS.skipBegins;
        history = histories[j]!;
      }
      if (skipping < near - COSTS.skipBegins && j > this.high + 1) break;
      reach = j;
    }
    this.high = Math.max(this.high, reach);
    return reach;
  }

  /** Gives up what is too unlikely, and narrows the range of what is alive. */
  private prune(last: number, cut: number, best: number): void {
    let low = this.words;
    let high = 0;
    for (let j = this.low; j <= last; j++) {
      let alive = false;
      if (this.nextBoundary[j]! < cut) this.nextBoundary[j] = NEVER;
      else {
        this.nextBoundary[j]! -= best;
        alive = true;
      }
      alive = this.trim(this.pause, j, cut, best) || alive;
      alive = this.trim(this.foreign, j, cut, best) || alive;
      let within = false;
      if (j < this.words && (this.activeWords[j] || this.boundary[j]! !== NEVER)) {
        const { first } = this.states;
        for (let state = first[j]!; state < first[j + 1]!; state++) {
          within = this.trim(this.scores, state, cut, best) || within;
        }
      }
      this.activeWords[j] = within ? 1 : 0;
      if (!alive && !within) continue;
      if (j < low) low = j;
      if (j > high) high = j;
    }
    this.low = Math.min(low, high);
    this.high = high;
  }

  private trim(scores: Float64Array, at: number, cut: number, best: number): boolean {
    if (scores[at]! < cut) {
      scores[at] = NEVER;
      return false;
    }
    scores[at]! -= best;
    return true;
  }
}

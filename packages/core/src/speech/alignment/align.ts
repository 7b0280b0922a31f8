import { firstWhere } from '../../numbers';
import { PHONE_COUNT, SILENT_PHONE } from '../model/phones';
import type { SoundModel } from '../model/soundModel';
import type { PhoneSpan } from '../decoding/phoneDecoder';
import type { ScriptDeviations } from '../scriptDeviations';
import type { SpokenPhone } from '../spokenPhone';
import type { AlignableWord, AlignedWord, Alignment, ScriptToFind } from './alignment';
import { FrameLog } from './frameLog';
import { widenedToConfusable } from './confusablePhones';
import { meanLoss, shareFound } from './likeness';
import { WordLocator } from './locateWords';
import { confirmedWords } from './repeatedWords';
import { timePhones } from './timePhones';
import type { LocatedWord } from './wordHistory';

/** Power of each phone's share of all frames by which its probability is divided. */
const PRIOR_POWER = 0.5;
/** A gap between words at least this long has exact ends; shorter ones are laid anew with their words, frames. */
const PAUSE = 25;
/** A word is laid no further than this from where it was located, frames. */
const FURTHEST = 50;
/** Longest stretch that is laid at once, frames. */
const LONGEST = 3000;
/** Less speech than this between two words is theirs, or a breath, frames. */
const SHORTEST_ADDITION = 25;

/** Forced alignment of a whole recording to its script, from the phones’ log-probabilities as they come. */
export class Aligner {
  private readonly locator: WordLocator;
  private readonly priors: Float64Array;
  private readonly heard = new FrameLog();
  private readonly excerpt: boolean;

  private readonly words: readonly AlignableWord[];

  /** @param excerpt whether the voice is only a stretch from anywhere in the script */
  constructor(
    model: SoundModel,
    private readonly script: ScriptToFind,
    excerpt: boolean,
  ) {
    this.words = script.words;
    this.priors = Float64Array.from(model.phonePrior, (prior) => PRIOR_POWER * prior);
    this.locator = new WordLocator(
      script.words.map(({ ways }) => ways),
      this.priors,
      excerpt,
    );
    this.excerpt = excerpt;
  }

  push(logProbabilities: Float32Array): void {
    const heard = this.script.foreign ? widenedToConfusable(logProbabilities) : logProbabilities;
    this.heard.push(heard);
    this.locator.push(heard);
  }

  /** @param free what was heard without regard to the script, for the stretches that are not in it */
  finish(free: readonly PhoneSpan[]): Alignment {
    const located = this.locator.finish();
    const seeming = this.alignAll(located, free);
    const said = confirmedWords(located, seeming.words, seeming.added);
    const { phones, words, added } =
      said.length < located.length ? this.alignAll(said, free) : seeming;
    return {
      phones: joinedPauses(phones),
      words,
      added,
      found: shareFound(words, added),
      loss: meanLoss(words),
      ...spokenOf(said, this.words, this.excerpt),
    };
  }

  private alignAll(located: readonly LocatedWord[], free: readonly PhoneSpan[]) {
    const { frames } = this.heard;
    const added = additions(located, free, frames);
    const phones: SpokenPhone[] = [];
    const words: AlignedWord[] = [];
    let at = 0;
    for (const group of groups(located, added)) {
      const start = Math.max(at, group[0]!.start - PAUSE, lastEnd(added, group[0]!.start));
      const end = Math.min(
        frames,
        group.at(-1)!.end + PAUSE,
        firstStart(added, group.at(-1)!.end, frames),
        nextStart(located, group.at(-1)!, frames),
      );
      phones.push(...fill(free, added, at, start));
      const laid = this.lay(group, start, end);
      phones.push(...laid.phones);
      words.push(...laid.words);
      at = end;
    }
    phones.push(...fill(free, added, at, frames));
    return { phones, words, added };
  }

  private lay(group: readonly LocatedWord[], start: number, end: number) {
    const heard = this.heard.between(start, end);
    const timed = timePhones(
      group.map((located) => ({
        phones: this.words[located.word]!.ways[located.way]!,
        from: located.start - start - FURTHEST,
        to: located.end - start + FURTHEST,
      })),
      heard,
      this.priors,
    );
    const words: AlignedWord[] = [];
    let current: number | null = null;
    // The locator found room for these words, so there is some.
    const phones = timed!.map(({ phone, word, start: from, end: to }) => {
      if (word === null) return { phone, start: start + from, end: start + to, word };
      const { text } = this.words[group[word]!.word]!;
      const loss = lossOf(heard, phone, from, to);
      const begun =
        word === current ? words.pop()! : { text, start: start + from, end: 0, loss: 0 };
      words.push({ ...begun, end: start + to, loss: begun.loss + loss });
      current = word;
      return { phone, start: start + from, end: start + to, word: text };
    });
    const mean = (word: AlignedWord) => ({ ...word, loss: word.loss / (word.end - word.start) });
    return { phones, words: words.map(mean) };
  }
}

/** The sum over frames of how much less likely a phone is than the likeliest. */
function lossOf(heard: Float32Array, phone: number, from: number, to: number): number {
  let loss = 0;
  for (let frame = from; frame < to; frame++) {
    const row = frame * PHONE_COUNT;
    let most = -Infinity;
    for (let at = row; at < row + PHONE_COUNT; at++) most = Math.max(most, heard[at]!);
    loss += most - heard[row + phone]!;
  }
  return loss;
}

/** Words that are laid together: between pauses, additions, and never too many. */
function groups(
  located: readonly LocatedWord[],
  added: ScriptDeviations['added'],
): LocatedWord[][] {
  const all: LocatedWord[][] = [];
  for (const word of located) {
    const group = all.at(-1);
    const last = group?.at(-1);
    const apart =
      !last ||
      word.start - last.end >= 2 * PAUSE ||
      word.end - group![0]!.start > LONGEST ||
      added.some(({ start, end }) => start >= last.end - 1 && end <= word.start + 1);
    if (apart) all.push([word]);
    else group!.push(word);
  }
  return all;
}

/** Speech that was heard where the script has no word. */
function additions(
  located: readonly LocatedWord[],
  free: readonly PhoneSpan[],
  frames: number,
): { start: number; end: number }[] {
  const gaps: { start: number; end: number }[] = [];
  let at = 0;
  for (const { start, end } of [...located, { start: frames, end: frames }]) {
    if (start > at) gaps.push({ start: at, end: start });
    at = Math.max(at, end);
  }
  return gaps.flatMap((gap) => {
    const spoken = within(free, gap.start, gap.end)
      .filter(({ phone }) => phone !== SILENT_PHONE)
      .map(({ start, end }) => ({
        start: Math.max(start, gap.start),
        end: Math.min(end, gap.end),
      }));
    const length = spoken.reduce((sum, { start, end }) => sum + end - start, 0);
    if (length < SHORTEST_ADDITION) return [];
    return [{ start: spoken[0]!.start, end: spoken.at(-1)!.end }];
  });
}

/** The spans, which touch, that reach into a stretch of frames. */
function within(spans: readonly PhoneSpan[], from: number, to: number): readonly PhoneSpan[] {
  const first = firstWhere(spans, ({ end }) => end > from);
  return spans.slice(
    first,
    firstWhere(spans, ({ start }) => start >= to),
  );
}

/** What was heard freely between two frames: only the additions speak. */
function fill(
  free: readonly PhoneSpan[],
  added: ScriptDeviations['added'],
  from: number,
  to: number,
): SpokenPhone[] {
  if (to <= from) return [];
  const result: SpokenPhone[] = [];
  let at = from;
  for (const { phone, start, end } of within(free, from, to)) {
    const [first, last] = [Math.max(start, at), Math.min(end, to)];
    if (last <= first) continue;
    const spoken = added.some((stretch) => first >= stretch.start && last <= stretch.end);
    result.push({ phone: spoken ? phone : SILENT_PHONE, start: first, end: last, word: null });
    at = last;
  }
  return result;
}

function spokenOf(
  located: readonly LocatedWord[],
  words: readonly AlignableWord[],
  excerpt: boolean,
): Pick<ScriptDeviations, 'skipped' | 'repeated'> {
  const times = new Uint8Array(words.length);
  for (const { word } of located) times[word]!++;
  // Of an excerpt, what lies before its first and after its last word was not skipped.
  const first = excerpt ? Math.min(...located.map(({ word }) => word)) : 0;
  const last = excerpt ? Math.max(...located.map(({ word }) => word)) : words.length;
  const where = (wanted: (count: number) => boolean) =>
    words
      .filter((_, word) => word >= first && word <= last && wanted(times[word]!))
      .map(({ text }) => text);
  return { skipped: where((count) => count === 0), repeated: where((count) => count > 1) };
}

function joinedPauses(phones: readonly SpokenPhone[]): SpokenPhone[] {
  const result: SpokenPhone[] = [];
  for (const phone of phones) {
    const last = result.at(-1);
    if (last?.phone === SILENT_PHONE && phone.phone === SILENT_PHONE) {
      result[result.length - 1] = { ...last, end: phone.end };
    } else {
      result.push(phone);
    }
  }
  return result;
}

const lastEnd = (added: ScriptDeviations['added'], before: number) =>
  added.reduce((latest, { end }) => (end <= before ? Math.max(latest, end) : latest), 0);

const firstStart = (added: ScriptDeviations['added'], after: number, frames: number) =>
  added.reduce((first, { start }) => (start >= after ? Math.min(first, start) : first), frames);

function nextStart(located: readonly LocatedWord[], word: LocatedWord, frames: number): number {
  const next = located[located.indexOf(word) + 1];
  return next ? Math.floor((word.end + next.start) / 2) : frames;
}

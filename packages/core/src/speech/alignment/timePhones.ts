import { PHONE_COUNT, SILENT_PHONE } from '../model/phones';
import type { Pronunciation } from '../script/pronouncer';

/** A phone of a known word, or a pause (`word` null); frames, `end` exclusive. */
export interface TimedPhone {
  readonly phone: number;
  /** Position in the list of words that was given. */
  readonly word: number | null;
  readonly start: number;
  readonly end: number;
}

/** A word to lay, and the frames between which all of it lies; `to` exclusive. */
export interface WordToTime {
  readonly phones: Pronunciation;
  readonly from: number;
  readonly to: number;
}

interface Place {
  readonly phone: number;
  readonly word: number | null;
  /** It is nowhere but from `from` up to, not including, `to`. */
  readonly from: number;
  readonly to: number;
}

/** What a pause costs, and each of its frames, in nats: words run into each other unless it is plain that they don't. */
export const PAUSE_COSTS = { begins: 3, eachFrame: 0.3 };

const NEVER = -1e30;
const LASTING = 0;
const NEXT = 1;
const OVER_PAUSE = 2;

/**
 * Lays the phones of known words over a stretch of voice: the likeliest times at which each begins
 * (Viterbi), each at least two frames long, with a pause before, between and after words where it fits.
 *
 * @param words in the order in which they are said; none may begin or end before the one that it follows
 * @param logProbabilities of the stretch [frames * 45]
 * @param priors natural logarithm of each phone's share, already weighed [45]
 * @returns spans that cover the stretch; null where it is too short for the words
 */
export function timePhones(
  words: readonly WordToTime[],
  logProbabilities: Float32Array,
  priors: Float64Array,
): TimedPhone[] | null {
  const frames = logProbabilities.length / PHONE_COUNT;
  const places = placesOf(words, frames);
  const count = places.length;
  const begun = new Float64Array(count).fill(NEVER);
  const lasted = new Float64Array(count).fill(NEVER);
  /** How each place was entered at each frame, and whether it lasts since the frame before. */
  const entered = new Uint8Array(frames * count);
  const young = new Uint8Array(frames * count);
  let first = 0;
  let last = 0;
  for (let frame = 0; frame < frames; frame++) {
    const row = frame * count;
    while (last < count - 1 && places[last + 1]!.from <= frame) last++;
    for (; places[first]!.to <= frame; first++) begun[first] = lasted[first] = NEVER;
    // Backwards, so that the places before still stand as they were one frame ago.
    for (let at = last; at >= first; at--) {
      const { phone, word } = places[at]!;
      const lasts = word === null ? PAUSE_COSTS.eachFrame : 0;
      const seen = logProbabilities[frame * PHONE_COUNT + phone]! - priors[phone]! - lasts;
      if (begun[at]! > lasted[at]!) {
        lasted[at] = begun[at]! + seen;
        young[row + at] = 1;
      } else {
        lasted[at]! += seen;
      }
      let from = at > 0 ? lasted[at - 1]! : frame === 0 ? 0 : NEVER;
      let how = NEXT;
      const afterPause = at > 0 && word !== null && places[at - 1]!.word === null;
      if (afterPause) {
        const over = at > 1 ? lasted[at - 2]! : frame === 0 ? 0 : NEVER;
        if (over > from) {
          from = over;
          how = OVER_PAUSE;
        }
      }
      entered[row + at] = how;
      begun[at] = from + seen - (word === null ? PAUSE_COSTS.begins : 0);
    }
  }
  return traceBack();

  function traceBack(): TimedPhone[] | null {
    let at = count - 1;
    if (count > 1 && lasted[count - 2]! > lasted[at]!) at = count - 2;
    if (!(lasted[at]! > NEVER / 2)) return null;
    const spans: TimedPhone[] = [];
    let end = frames;
    let how: number = LASTING;
    for (let frame = frames - 1; frame >= 0; frame--) {
      if (how === NEXT) {
        how = entered[frame * count + at]!;
        const { phone, word } = places[at]!;
        spans.push({ phone, word, start: frame, end });
        end = frame;
        at -= how === OVER_PAUSE ? 2 : 1;
        how = LASTING;
      } else if (young[frame * count + at] === 1) {
        how = NEXT;
      }
    }
    return spans.reverse();
  }
}

/** A pause, the first word's phones, a pause, … , a pause at the end. */
function placesOf(words: readonly WordToTime[], frames: number): Place[] {
  const pause = (from: number, to: number): Place => ({
    phone: SILENT_PHONE,
    word: null,
    from,
    to,
  });
  return [
    pause(0, words[0]?.to ?? frames),
    ...words.flatMap(({ phones, from, to }, word) => [
      ...phones.map((phone) => ({ phone, word, from, to })),
      pause(from, words[word + 1]?.to ?? frames),
    ]),
  ];
}

import { LIDS_DOWN, type Blink } from './blinks';
import { randomNumbers } from './randomNumbers';
import { utteranceAt, type Utterance } from './talk';

/**
 * Blinks a minute at rest and while talking: A. R. Bentivoglio et al., "Analysis of blink rate patterns in normal
 * subjects", Movement Disorders 12, 1997 (17 and 26).
 */
const AT_REST = 17 / 60;
const TALKING = 26 / 60;
/** How often the end of a phrase has one, and how long after it, seconds. */
const AT_ENDS = 0.6;
const AFTER = 0.06;
/** No two come within so many seconds, and none in the midst of a phrase that is shorter than this. */
const APART = 0.7;
const SHORT_PHRASE = 2.5;

/**
 * Blinks of somebody who talks up to `length` seconds: at many ends of phrases, and at random between. What would come in
 * the midst of a short phrase waits for its end.
 */
export function talkingBlinks(seed: number, length: number, talk: readonly Utterance[]): Blink[] {
  const next = randomNumbers(seed);
  const times = talk.flatMap(({ end }) => (next() < AT_ENDS ? [end + AFTER] : []));
  for (let time = 0; ;) {
    const rate = utteranceAt(talk, time) ? TALKING : AT_REST;
    time += (0.35 - 0.65 * Math.log(1 - next())) / rate;
    if (time >= length) break;
    const phrase = utteranceAt(talk, time);
    const waits = phrase && phrase.end - phrase.start < SHORT_PHRASE;
    times.push(waits ? phrase.end + AFTER : time);
  }
  const blinks: Blink[] = [];
  for (const start of times.sort((a, b) => a - b)) {
    if (start >= length || start < (blinks.at(-1)?.end ?? -APART) + APART) continue;
    blinks.push({ start, end: start + LIDS_DOWN });
  }
  return blinks;
}

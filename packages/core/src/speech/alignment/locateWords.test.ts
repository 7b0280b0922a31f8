import fc from 'fast-check';
import { clearlyHeard, impartialModel, type TestPhone } from '../../testing/testSpeech';
import { PHONE_COUNT, PHONES } from '../model/phones';
import { readArpabet } from '../script/pronouncer';
import { WordLocator } from './locateWords';

const WORDS = ['m ah d', 'b uw t s', 'f aa g', 'l ae m p', 's l iy p', 'w aa sh ih ng', 'k r ow'];
const FRAMES = 6;
const ways = WORDS.map((word) => [readArpabet(word)]);
const priors = Float64Array.from(impartialModel.phonePrior);

const said = (word: number, frames = FRAMES): TestPhone[] =>
  ways[word]![0]!.map((phone) => [PHONES[phone]!, frames] as const);
const silence = (frames: number): TestPhone[] => (frames > 0 ? [['sil', frames]] : []);

function located(spoken: readonly TestPhone[], script = ways, excerpt = false, piece = Infinity) {
  const locator = new WordLocator(script, priors, excerpt);
  const heard = clearlyHeard(...spoken);
  const step = Math.min(heard.length, piece * PHONE_COUNT);
  for (let at = 0; at < heard.length; at += step) locator.push(heard.subarray(at, at + step));
  return locator.finish();
}

/** Which words are said, by their places in the script, with a pause before each. */
const someWords = fc
  .uniqueArray(fc.nat(WORDS.length - 1), { minLength: 3, maxLength: WORDS.length })
  .map((places) => places.sort((a, b) => a - b));
const pauses = fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 8, maxLength: 8 });

describe('WordLocator', () => {
  it('finds whatever words of the script are said, in their order, where they are', () => {
    fc.assert(
      fc.property(someWords, pauses, (places, gaps) => {
        const spoken: TestPhone[] = [];
        const starts: number[] = [];
        const length = () => spoken.reduce((sum, [, frames]) => sum + frames, 0);
        places.forEach((place, at) => {
          spoken.push(...silence(gaps[at]!));
          starts.push(length());
          spoken.push(...said(place));
        });
        spoken.push(...silence(gaps[7]!));
        const found = located(spoken);
        expect(found.map(({ word }) => word)).toEqual(places);
        found.forEach(({ start }, at) =>
          expect(Math.abs(start - starts[at]!)).toBeLessThanOrEqual(FRAMES),
        );
      }),
      { numRuns: 40 },
    );
  });

  it('gives words that follow each other and have room for their phones, whatever is heard', () => {
    const phone = fc.constantFrom(...PHONES);
    const heard = fc.array(fc.tuple(phone, fc.integer({ min: 1, max: 12 })), { minLength: 1 });
    fc.assert(
      fc.property(heard, fc.boolean(), (spoken, excerpt) => {
        let before = 0;
        for (const { word, way, start, end } of located(spoken, ways, excerpt)) {
          expect(start).toBeGreaterThanOrEqual(before);
          expect(end - start).toBeGreaterThanOrEqual(2 * ways[word]![way]!.length);
          before = end;
        }
        expect(before).toBeLessThanOrEqual(spoken.reduce((sum, [, frames]) => sum + frames, 0));
      }),
      { numRuns: 60 },
    );
  });

  it('finds the same however the voice comes', () => {
    const spoken = [...said(0), ...silence(20), ...said(2), ...said(3), ...silence(5), ...said(5)];
    const whole = located(spoken);
    for (const piece of [1, 7, 64]) expect(located(spoken, ways, false, piece)).toEqual(whole);
  });

  it('goes back when words are said again', () => {
    const order = [0, 1, 2, 1, 2, 3, 4, 5, 6];
    expect(located(order.flatMap((word) => said(word, 9))).map(({ word }) => word)).toEqual(order);
  });

  it('tells which way of saying a word was heard', () => {
    const either = [readArpabet('iy dh er'), readArpabet('ay dh er')];
    const script = [ways[0]!, either, ways[2]!];
    const spoken = (way: number): TestPhone[] => [
      ...said(0),
      ...either[way]!.map((phone) => [PHONES[phone]!, FRAMES] as const),
      ...said(2),
    ];
    for (const way of [0, 1]) expect(located(spoken(way), script)[1]!.way).toBe(way);
  });

  it('finds nothing in silence', () => {
    expect(located(silence(200))).toEqual([]);
  });
});

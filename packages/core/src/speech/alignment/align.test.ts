import fc from 'fast-check';
import { clearlyHeard, impartialModel, type TestPhone } from '../../testing/testSpeech';
import { PhoneDecoder } from '../decoding/phoneDecoder';
import { PHONES } from '../model/phones';
import { readArpabet } from '../script/pronouncer';
import { Aligner } from './align';
import type { AlignableWord } from './alignment';

const LEXICON: Readonly<Record<string, string>> = {
  mud: 'm ah d',
  boots: 'b uw t s',
  fog: 'f aa g',
  lamp: 'l ae m p',
  sleep: 's l iy p',
  washing: 'w aa sh ih ng',
  moon: 'm uw n',
  creep: 'k r iy p',
};
const word = (text: string): AlignableWord => ({ text, ways: [readArpabet(LEXICON[text]!)] });
const say = (text: string, frames = 8): TestPhone[] =>
  LEXICON[text]!.split(' ').map((phone) => [phone, frames] as const);
const pause = (frames: number): TestPhone[] => [['sil', frames]];

function aligned(script: readonly AlignableWord[], spoken: readonly TestPhone[], excerpt = false) {
  const heard = clearlyHeard(...spoken);
  const aligner = new Aligner(impartialModel, { words: script, foreign: false }, excerpt);
  const decoder = new PhoneDecoder(impartialModel, {
    prior: 0.5,
    sequence: 0.5,
    change: -1,
    context: 1,
  });
  aligner.push(heard);
  decoder.push(heard);
  return aligner.finish(decoder.settle(0));
}
const texts = (words: readonly { text: string }[]) => words.map(({ text }) => text);
const script = ['mud', 'boots', 'fog', 'lamp', 'sleep'].map(word);

describe('Aligner', () => {
  it('finds every word and phone where it was said', () => {
    const spoken = [
      ...pause(30),
      ...say('mud'),
      ...say('boots'),
      ...pause(40),
      ...say('fog', 5),
      ...say('lamp'),
      ...say('sleep'),
      ...pause(20),
    ];
    const { words, phones, skipped, repeated, added, found } = aligned(script, spoken);
    expect(texts(words)).toEqual(['mud', 'boots', 'fog', 'lamp', 'sleep']);
    expect(words[0]).toMatchObject({ start: 30, end: 54 });
    expect(words[2]).toMatchObject({ start: 126, end: 141 });
    expect(phones.map(({ phone, start, end }) => [PHONES[phone], end - start])).toEqual(spoken);
    expect([skipped, repeated, added, found]).toEqual([[], [], [], 1]);
  });

  it('marks words that were skipped, and keeps the rest right', () => {
    const spoken = [...say('mud'), ...say('boots'), ...pause(10), ...say('sleep')];
    const { words, skipped } = aligned(script, spoken);
    expect(texts(words)).toEqual(['mud', 'boots', 'sleep']);
    expect(skipped).toEqual(['fog', 'lamp']);
  });

  it('marks words that were said again', () => {
    const spoken = [
      ...say('mud'),
      ...say('boots'),
      ...pause(8),
      ...say('mud'),
      ...say('boots'),
      ...say('fog'),
      ...say('lamp'),
      ...say('sleep'),
    ];
    const { words, repeated } = aligned(script, spoken);
    expect(texts(words)).toEqual(['mud', 'boots', 'mud', 'boots', 'fog', 'lamp', 'sleep']);
    expect(repeated).toEqual(['mud', 'boots']);
  });

  it('marks speech that is not in the script, and says its sounds all the same', () => {
    const spoken = [
      ...say('mud'),
      ...say('boots'),
      ...pause(10),
      ...say('washing', 12),
      ...say('moon', 12),
      ...pause(10),
      ...say('fog'),
      ...say('lamp'),
      ...say('sleep'),
    ];
    const { words, added, phones } = aligned(script, spoken);
    expect(texts(words)).toEqual(['mud', 'boots', 'fog', 'lamp', 'sleep']);
    expect(added).toHaveLength(1);
    expect(added[0]!.start).toBeLessThanOrEqual(70);
    expect(added[0]!.end).toBeGreaterThanOrEqual(160);
    expect(
      phones.filter(({ word: text, phone }) => text === null && PHONES[phone] === 'uw'),
    ).not.toEqual([]);
  });

  it('chooses the way of saying a word that was heard', () => {
    const either = { text: 'mud', ways: [readArpabet('m ah d'), readArpabet('m uw n d')] };
    const { phones } = aligned(
      [either],
      [
        ['m', 8],
        ['uw', 8],
        ['n', 8],
        ['d', 8],
      ],
    );
    expect(phones.map(({ phone }) => PHONES[phone])).toEqual(['m', 'uw', 'n', 'd']);
  });

  it('finds an excerpt from the middle of a long script, and misses nothing around it', () => {
    const long = [
      ...Array.from({ length: 400 }, () => word('creep')),
      ...script,
      ...Array.from({ length: 400 }, () => word('moon')),
    ];
    const { words, skipped } = aligned(
      long,
      [...say('boots'), ...say('fog'), ...say('lamp')],
      true,
    );
    expect(texts(words)).toEqual(['boots', 'fog', 'lamp']);
    expect(skipped).toEqual([]);
  });

  it('hears a language whose phones are only nearly known', () => {
    const near = [...say('mud'), ...pause(10)].map(([phone, frames]): TestPhone => [
      phone === 'ah' ? 'aa' : phone === 'd' ? 'dh' : phone,
      frames,
    ]);
    const find = (foreign: boolean) => {
      const aligner = new Aligner(impartialModel, { words: [word('mud')], foreign }, false);
      aligner.push(clearlyHeard(...near));
      return aligner.finish([]).loss;
    };
    expect(find(true)).toBeLessThan(find(false) / 3);
  });

  it('says that nothing was found of a script of something else', () => {
    const foreign = [
      ...say('washing', 12),
      ...say('moon', 12),
      ...say('creep', 12),
      ...say('washing', 12),
    ];
    expect(aligned(['fog', 'boots', 'mud'].map(word), foreign).found).toBeLessThan(0.35);
  });

  it('covers the whole voice without gaps, whatever is said of whatever script', () => {
    const any = fc.constantFrom(...Object.keys(LEXICON));
    fc.assert(
      fc.property(
        fc.array(any, { minLength: 1, maxLength: 8 }),
        fc.array(fc.oneof(any, fc.constant('')), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 2, max: 12 }),
        (written, said, frames) => {
          const spoken = said.flatMap((text) => (text ? say(text, frames) : pause(frames * 3)));
          const { phones } = aligned(written.map(word), spoken);
          let at = 0;
          for (const { start, end } of phones) {
            expect(start).toBe(at);
            expect(end).toBeGreaterThan(start);
            at = end;
          }
          expect(at).toBe(spoken.reduce((sum, [, count]) => sum + count, 0));
        },
      ),
      { numRuns: 60 },
    );
  });
});

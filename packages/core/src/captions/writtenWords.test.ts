import fc from 'fast-check';
import { writtenWords } from './writtenWords';

const word = (text: string, start: number, end: number) => ({ text, start, end });
const heard = { start: 0, end: 10 };

describe('written words', () => {
  it('have their punctuation, and are heard when their spoken words are', () => {
    const spoken = [
      ...[word('It’s', 1, 1.2), word('a', 1.2, 1.3), word('well', 1.3, 1.5)],
      ...[word('known', 1.5, 1.9), word('cat', 2.4, 3)],
    ];
    expect(writtenWords("“It's a well-known — cat!”", spoken, heard)).toEqual([
      { text: "“It's", start: 1, end: 1.2, pause: 'none' },
      { text: 'a', start: 1.2, end: 1.3, pause: 'none' },
      { text: 'well-known —', start: 1.3, end: 1.9, pause: 'none' },
      { text: 'cat!”', start: 2.4, end: 3, pause: 'sentence' },
    ]);
  });
  it('leave out who speaks and how', () => {
    const texts = writtenWords('ISBEL: [softly] Go (pause) on.', [], heard).map(({ text }) => text);
    expect(texts).toEqual(['Go', 'on.']);
  });
  it('that were not found share the time between those that were, the longer ones more', () => {
    const spoken = [word('One', 1, 2), word('four', 6, 7)];
    const times = writtenWords('One ab abcdef four x', spoken, heard);
    expect(times.map(({ start, end }) => [start, end])).toEqual([
      ...[
        [1, 2],
        [2, 3],
        [3, 6],
        [6, 7],
        [7, 10],
      ],
    ]);
  });
  it('are not taken for parts of other words', () => {
    const times = writtenWords('cat a', [word('a', 5, 6)], heard);
    expect(times[1]).toMatchObject({ text: 'a', start: 5, end: 6 });
  });
  it('go on after a word that the script has not', () => {
    const spoken = [word('oh', 0, 1), word('yes', 2, 3)];
    expect(writtenWords('Yes.', spoken, heard)).toMatchObject([{ start: 2, end: 3 }]);
  });
  it('are those of the stretch that is heard', () => {
    const spoken = [word('one', 0, 2), word('two', 2, 4), word('three', 4, 6)];
    const texts = (start: number, end: number) =>
      writtenWords('one two three', spoken, { start, end }).map(({ text }) => text);
    expect(texts(1.5, 4.5)).toEqual(['two']);
    expect(texts(3, 10)).toEqual(['two', 'three']);
    expect(texts(1, 3)).toEqual(['one']);
  });
  it('of any script and any words found in it are all there, in order of time', () => {
    const letters = fc.stringMatching(/^[a-c]{1,3}$/);
    const scripts = fc.array(fc.tuple(letters, fc.boolean()), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(scripts, (said) => {
        const spoken = said.flatMap(([text, found], at) =>
          found ? [word(text, at * 0.5, at * 0.5 + 0.4)] : [],
        );
        const written = writtenWords(said.map(([text]) => text).join(' '), spoken, heard);
        expect(written.map(({ text }) => text)).toEqual(said.map(([text]) => text));
        written.forEach(({ start, end }, at) => {
          expect(end).toBeGreaterThanOrEqual(start);
          if (at > 0) expect(start).toBeGreaterThanOrEqual(written[at - 1]!.start);
        });
      }),
    );
  });
});

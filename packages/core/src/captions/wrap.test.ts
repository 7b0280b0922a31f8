import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { testTypeface } from '../testing/testTypeface';
import { linesNeeded, wrapped } from './wrap';

describe('words in lines', () => {
  it('stand in one line where there is room, about its middle', () => {
    expect(wrapped(['ab', 'cd'], testTypeface, 9)).toEqual({
      ...{ lines: 1, width: 2.5 },
      words: [
        { line: 0, x: -1.25 },
        { line: 0, x: 0.25 },
      ],
    });
  });
  it('make lines about equally long', () => {
    const { lines, words } = wrapped(['a', 'b', 'c', 'd', 'e', 'f'], testTypeface, 4.6);
    expect(lines).toBe(2);
    expect(words.map(({ line }) => line)).toEqual([0, 0, 0, 1, 1, 1]);
  });
  it('that are too wide stand alone', () => {
    expect(linesNeeded(['abcdef', 'a', 'b'], testTypeface, 2)).toBe(2);
    expect(wrapped(['abcdef'], testTypeface, 1).width).toBe(3);
  });
  it('need no more lines than the width asks for, and keep to it', () => {
    const texts = fc.array(fc.stringMatching(/^[a-z]{1,9}$/), { minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(texts, evenly(4.5, 20), (said, most) => {
        const set = wrapped(said, testTypeface, most);
        expect(set.lines).toBe(linesNeeded(said, testTypeface, most));
        expect(set.width).toBeLessThanOrEqual(most + 1e-9);
        set.words.forEach(({ line, x }, at) => {
          const next = set.words[at + 1];
          if (next?.line === line) expect(next.x).toBeCloseTo(x + said[at]!.length / 2 + 0.5);
          else if (next) expect(next.line).toBe(line + 1);
        });
      }),
    );
  });
});

import fc from 'fast-check';
import { mixed, SeamWatch } from './loop';

const SIZE = 100;
/** A row of pixels of which so many are white, the others black. */
const picture = (white: number) =>
  Uint8Array.from({ length: 4 * SIZE }, (_, at) => (at % 4 === 3 || at < 4 * white ? 255 : 0));

function noteOf(...whites: number[]): string | null {
  const seam = new SeamWatch();
  for (const white of whites) seam.add(picture(white));
  return seam.note;
}

describe('SeamWatch', () => {
  it('tells of a jump from the end to the beginning', () => {
    expect(noteOf(10, 12, 14, 16, 18, 20)).toMatch(/10 % of the picture jumps/);
  });
  it('is content with a loop that comes back, stands still, or jumps as much elsewhere', () => {
    expect(noteOf(10, 12, 14, 12)).toBeNull();
    expect(noteOf(10)).toBeNull();
    expect(noteOf(10, 80, 80, 80)).toBeNull();
    expect(noteOf()).toBeNull();
  });
});

const byte = fc.integer({ min: 0, max: 255 });
const pixel = fc.tuple(byte, byte, byte, byte).map((values) => Uint8Array.from(values));
const share = fc.integer({ min: 0, max: 100 }).map((percent) => percent / 100);

it('mixes colours as much as each is seen', () => {
  fc.assert(
    fc.property(pixel, pixel, share, (one, other, part) => {
      const [r, , , alpha] = mixed(one, other, part, false);
      const [a, b] = [(1 - part) * one[3]!, part * other[3]!];
      expect(alpha).toBe(Math.round(a + b));
      // What lies in the middle between two may be rounded to either.
      const wanted = (a * one[0]! + b * other[0]!) / (a + b);
      if (a + b > 0) expect(Math.abs(r! - wanted)).toBeLessThan(0.501);
      const plain = mixed(one, other, part, true);
      plain.forEach((value, at) =>
        expect(Math.abs(value - ((1 - part) * one[at]! + part * other[at]!))).toBeLessThan(0.501),
      );
    }),
  );
});

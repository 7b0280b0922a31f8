import fc from 'fast-check';
import { PHONE_COUNT } from '../model/phones';
import { FrameLog } from './frameLog';

it('gives back what was heard, in any pieces and stretches, to a twelfth of a nat', () => {
  const piece = fc
    .array(fc.float({ min: Math.fround(-21), max: 0, noNaN: true }), { minLength: 1, maxLength: 4 })
    .map((values) =>
      Float32Array.from(
        { length: values.length * PHONE_COUNT },
        (_, at) => values[at % values.length]!,
      ),
    );
  fc.assert(
    fc.property(
      fc.array(piece, { minLength: 1, maxLength: 6 }),
      fc.nat(20),
      fc.nat(20),
      (pieces, a, b) => {
        const heard = new FrameLog();
        pieces.forEach((one) => heard.push(one));
        const all = pieces.flatMap((one) => [...one]);
        expect(heard.frames).toBe(all.length / PHONE_COUNT);
        const [start, end] = [a, b].map((at) => Math.min(at, heard.frames)).sort((x, y) => x - y);
        const found = heard.between(start!, end!);
        expect(found).toHaveLength((end! - start!) * PHONE_COUNT);
        found.forEach((value, at) =>
          expect(Math.abs(value - all[start! * PHONE_COUNT + at]!)).toBeLessThanOrEqual(
            1 / 24 + 1e-5,
          ),
        );
      },
    ),
  );
});
it('keeps what is unlikelier than it can tell at its least', () => {
  const heard = new FrameLog();
  heard.push(new Float32Array(PHONE_COUNT).fill(-100));
  expect(heard.between(0, 1)[0]).toBeCloseTo(-21.25);
});

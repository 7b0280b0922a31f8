import fc from 'fast-check';
import { distanceFrom } from './distance';

it('is how far the nearest covered pixel is, as looking at all of them tells', () => {
  const size = fc.tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }));
  const picture = size.chain(([width, height]) =>
    fc
      .array(fc.boolean(), { minLength: width * height, maxLength: width * height })
      .filter((covered) => covered.includes(true))
      .map((covered) => ({ width, height, covered })),
  );
  fc.assert(
    fc.property(picture, ({ width, height, covered }) => {
      const shares = Float32Array.from(covered, (is) => (is ? 0.5 : 0.49));
      const found = distanceFrom(shares, width, height);
      covered.forEach((_, at) => {
        const all = covered.flatMap((is, other) =>
          is
            ? Math.hypot(
                (at % width) - (other % width),
                Math.floor(at / width) - Math.floor(other / width),
              )
            : [],
        );
        expect(found[at]).toBeCloseTo(Math.min(...all), 4);
      });
    }),
  );
});

it('is without end where nothing is covered', () => {
  expect(Math.min(...distanceFrom(new Float32Array(12), 4, 3))).toBeGreaterThan(1e5);
});

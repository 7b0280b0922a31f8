import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { inverse, multiply, scalingAbout, turning, type Matrix } from './matrix';
import { between, distance, mapped } from './point';

const number = evenly(-100, 100);
const point = fc.record({ x: number, y: number });

describe('maps of points', () => {
  it('turn about a point, keeping distances', () => {
    fc.assert(
      fc.property(evenly(-7, 7), point, point, (angle, pivot, other) => {
        const turned = mapped(turning(angle, pivot), other);
        expect(distance(turned, pivot)).toBeCloseTo(distance(other, pivot), 6);
        const still = mapped(turning(angle, pivot), pivot);
        expect(distance(still, pivot)).toBeCloseTo(0, 6);
      }),
    );
  });
  it('turn clockwise where y points down', () => {
    const { x, y } = mapped(turning(Math.PI / 2, { x: 0, y: 0 }), { x: 1, y: 0 });
    expect([x, y].map((value) => Math.round(value * 1e9) / 1e9)).toEqual([0, 1]);
  });
  it('grow about a point', () => {
    fc.assert(
      fc.property(evenly(0.1, 5), point, point, (factor, pivot, other) => {
        const grown = mapped(scalingAbout(factor, pivot), other);
        expect(distance(grown, pivot)).toBeCloseTo(factor * distance(other, pivot), 6);
      }),
    );
  });
  it('are taken back by their inverse', () => {
    const matrix = fc
      .tuple(number, number, number, number, number, number)
      .filter(([a, b, c, d]) => Math.abs(a * d - b * c) > 1) as fc.Arbitrary<Matrix>;
    fc.assert(
      fc.property(matrix, point, (map, place) => {
        const back = mapped(multiply(inverse(map), map), place);
        expect(distance(back, place)).toBeLessThan(1e-6);
      }),
    );
    expect(() => inverse([1, 2, 2, 4, 0, 0])).toThrow('flattens');
  });
  it('find the way between two points', () => {
    fc.assert(
      fc.property(point, point, (from, to) => {
        expect(distance(between(from, to, 0), from)).toBe(0);
        expect(distance(between(from, to, 1), to)).toBeLessThan(1e-9);
        expect(distance(between(from, to, 0.5), from)).toBeCloseTo(distance(from, to) / 2, 6);
      }),
    );
  });
});

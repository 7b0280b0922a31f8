import fc from 'fast-check';
import { snapOffset, snapped, stopsOf } from './snapping';

const box = { x: 10, y: 20, width: 40, height: 10 };
const stops = stopsOf([box]);

it('a point comes to rest on edges and middles, each axis on its own', () => {
  expect(snapped({ x: 31.5, y: 100 }, stops, 2)).toEqual({ x: 30, y: 100 });
  expect(snapped({ x: 33, y: 29 }, stops, 2)).toEqual({ x: 33, y: 30 });
});
it('a box comes to rest with whichever edge is nearest', () => {
  const dragged = { x: 51.5, y: 60, width: 7, height: 7 };
  expect(snapOffset(dragged, stops, 2)).toEqual({ x: -1.5, y: 0 });
});
it('nothing goes further than it is near', () => {
  const near = fc.double({ min: 0, max: 5, noNaN: true });
  const at = fc.double({ min: -50, max: 50, noNaN: true });
  fc.assert(
    fc.property(at, at, near, (x, y, reach) => {
      const rest = snapped({ x, y }, stops, reach);
      expect(Math.abs(rest.x - x)).toBeLessThanOrEqual(reach);
      expect(Math.abs(rest.y - y)).toBeLessThanOrEqual(reach);
    }),
  );
});

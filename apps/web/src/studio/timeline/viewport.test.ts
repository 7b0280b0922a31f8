import fc from 'fast-check';
import {
  panBy,
  reveal,
  timeAt,
  wholeScene,
  clampViewport,
  xAt,
  zoomAround,
  type Extent,
} from './viewport';

const extents = fc.record({
  length: fc.double({ min: 0.5, max: 3600, noNaN: true }),
  width: fc.integer({ min: 300, max: 2560 }),
});
const share = fc.double({ min: 0, max: 1, noNaN: true });
const somewhere = (extent: Extent, start: number, zoom: number) =>
  clampViewport(
    { start: start * extent.length, scale: wholeScene(extent).scale * (1 + 200 * zoom) },
    extent,
  );

describe('the timeline’s view', () => {
  it('keeps the time under the pointer when zooming in', () => {
    fc.assert(
      fc.property(extents, share, share, share, (extent, start, zoom, at) => {
        const viewport = somewhere(extent, start, zoom);
        const x = at * extent.width;
        const zoomed = zoomAround(viewport, 1.3, x, extent);
        expect(xAt(zoomed, timeAt(viewport, x))).toBeCloseTo(x, 4);
      }),
    );
  });

  it('never leaves the scene', () => {
    fc.assert(
      fc.property(
        extents,
        share,
        share,
        fc.double({ min: -1e4, max: 1e4, noNaN: true }),
        (extent, start, zoom, pixels) => {
          const moved = panBy(somewhere(extent, start, zoom), pixels, extent);
          expect(moved.start).toBeGreaterThanOrEqual(0);
          expect(timeAt(moved, extent.width)).toBeLessThanOrEqual(extent.length * (1 + 1e-9));
        },
      ),
    );
  });

  it('does not zoom out beyond the whole scene', () => {
    const extent = { length: 10, width: 1000 };
    expect(zoomAround(wholeScene(extent), 0.1, 400, extent)).toEqual({ start: 0, scale: 100 });
  });

  it('turns the page only when the time has left it', () => {
    const extent = { length: 100, width: 1000 };
    const viewport = { start: 10, scale: 100 };
    expect(reveal(viewport, 15, extent)).toBe(viewport);
    const next = reveal(viewport, 20.01, extent);
    expect(xAt(next, 20.01)).toBeCloseTo(80);
  });
});

import { IDENTITY, type Box, type Matrix } from '@cruvo/core/geometry';
import type { Painter } from './painter';
import { StaticRuns } from './staticRuns';
import type { GradientHandle, Surface } from './surface';

const TILE = 128;
const BYTES = TILE * TILE * 4;

type Image = { readonly number: number };

function opened(budget = 100 * BYTES) {
  let made = 0;
  const surface = {
    layer: () => ({ surface: {}, image: { number: made++ } }),
  } as unknown as Surface<Image, string, GradientHandle>;
  const runs = new StaticRuns(surface, {} as never, budget);
  const copied: { tile: number; x: number; y: number; wanted: Box }[] = [];
  const painted: { wanted: Box; matrix: Matrix }[] = [];
  const directly: Box[] = [];
  const target = {
    copy: (image: Image, x: number, y: number, wanted: Box) =>
      copied.push({ tile: image.number, x, y, wanted }),
    inside: (box: Box, work: () => void) => {
      directly.push(box);
      work();
    },
  } as unknown as Painter<Image, string, GradientHandle>;
  const copy = (key: number, region: Box, frame: number) => {
    copied.length = painted.length = directly.length = 0;
    runs.copy(target, key, region, frame, (_painter, wanted, matrix) =>
      painted.push({ wanted, matrix }),
    );
    return { copied: [...copied], painted: [...painted], directly: [...directly] };
  };
  return { runs, copy };
}

const box = (x: number, y: number, width: number, height: number): Box => ({ x, y, width, height });
const whole = { x: 0, y: 0, width: TILE, height: TILE };

describe('static runs', () => {
  it('are copied from the tiles that a region touches, each only where it is wanted', () => {
    const { copy } = opened();
    const { copied, painted } = copy(1, box(100, 200, 60, 70), 1);
    expect(copied).toEqual([
      { tile: 0, x: 0, y: 128, wanted: box(100, 200, 28, 56) },
      { tile: 1, x: 128, y: 128, wanted: box(128, 200, 32, 56) },
      { tile: 2, x: 0, y: 256, wanted: box(100, 256, 28, 14) },
      { tile: 3, x: 128, y: 256, wanted: box(128, 256, 32, 14) },
    ]);
    expect(painted.map(({ matrix: [, , , , x, y] }) => `${x} ${y}`)).toEqual([
      '0 -128',
      '-128 -128',
      '0 -256',
      '-128 -256',
    ]);
    expect(painted.every(({ wanted }) => JSON.stringify(wanted) === JSON.stringify(whole))).toBe(
      true,
    );
  });
  it('touch no tile beyond the edges of a region', () => {
    const { copy } = opened();
    expect(copy(1, box(128, 128, 128, 128), 1).copied).toHaveLength(1);
    expect(copy(1, box(0, 0, 129, 128), 1).copied).toHaveLength(2);
  });
  it('are painted once, and copied from then on', () => {
    const { copy } = opened();
    copy(1, box(0, 0, 10, 10), 1);
    const again = copy(1, box(20, 20, 10, 10), 2);
    expect([again.painted, again.copied.map(({ tile }) => tile)]).toEqual([[], [0]]);
    expect(copy(2, box(0, 0, 10, 10), 2).painted).toHaveLength(1);
  });
  it('are painted anew once they are cleared', () => {
    const { runs, copy } = opened();
    copy(1, box(0, 0, 10, 10), 1);
    runs.clear();
    expect(copy(1, box(0, 0, 10, 10), 2).painted).toHaveLength(1);
  });
  it('give up the tile used longest ago where there is no room for another', () => {
    const { copy } = opened(2 * BYTES);
    copy(1, box(0, 0, 10, 10), 1);
    copy(2, box(0, 0, 10, 10), 2);
    copy(1, box(0, 0, 10, 10), 3);
    expect(copy(3, box(0, 0, 10, 10), 4).copied).toHaveLength(1);
    expect(copy(1, box(0, 0, 10, 10), 5).painted).toEqual([]);
    expect(copy(2, box(0, 0, 10, 10), 6).painted).toHaveLength(1);
  });
  it('are painted directly where this frame uses all the tiles that there is room for', () => {
    const { copy } = opened(1 * BYTES);
    copy(1, box(0, 0, 10, 10), 1);
    const { copied, directly, painted } = copy(2, box(5, 6, 10, 10), 1);
    expect([copied, directly]).toEqual([[], [box(5, 6, 10, 10)]]);
    expect(painted).toEqual([{ wanted: box(5, 6, 10, 10), matrix: IDENTITY }]);
    expect(copy(2, box(5, 6, 10, 10), 2).copied).toHaveLength(1);
  });
  it('never stand in tiles where the budget is too small for one', () => {
    const { copy } = opened(BYTES - 1);
    expect(copy(1, box(0, 0, 10, 10), 1).directly).toHaveLength(1);
  });
});

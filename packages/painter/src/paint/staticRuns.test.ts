import type { Box, Matrix } from '@cruvo/core/geometry';
import { KernelMemory } from '@cruvo/core/kernel';
import { Plane } from '@cruvo/core/raster';
import { StaticRuns } from './staticRuns';

const TILE = 128;
const BYTES = TILE * TILE * 4;

/** Runs that are laid over a picture, each painted in a colour of its own. */
function opened(budget = 100 * BYTES) {
  const memory = new KernelMemory();
  const runs = new StaticRuns(memory, budget);
  const target = new Plane(memory, 400, 400);
  const layOver = (key: number, region: Box, frame: number) => {
    target.fill(target.box, null);
    const tiles: { wanted: Box; matrix: Matrix }[] = [];
    const directly: Box[] = [];
    runs.layOver(target, key, region, frame, (plane, wanted, matrix) => {
      if (plane === target) directly.push(wanted);
      else tiles.push({ wanted, matrix });
      plane.fill(wanted, COLORS[key]!);
    });
    return { tiles, directly, shown: shownOn(target, COLORS[key]!) };
  };
  return { memory, runs, target, layOver };
}
const COLORS = ['#000000', '#ff0000', '#00ff00', '#0000ff'];

/** The box of pixels of a colour; null where there is none, or where the box is not full. */
function shownOn(plane: Plane, color: string): Box | null {
  const probe = new Plane(plane.memory, 1, 1);
  probe.fill(probe.box, color);
  const [wanted] = probe.pixels;
  const at = [...plane.pixels].flatMap((pixel, index) => (pixel === wanted ? [index] : []));
  probe.giveBack();
  const columns = at.map((index) => index % plane.width);
  const rows = at.map((index) => Math.floor(index / plane.width));
  const [x, y] = [Math.min(...columns), Math.min(...rows)];
  const [width, height] = [Math.max(...columns) + 1 - x, Math.max(...rows) + 1 - y];
  return at.length === width * height ? { x, y, width, height } : null;
}

const box = (x: number, y: number, width: number, height: number): Box => ({ x, y, width, height });
const whole = { x: 0, y: 0, width: TILE, height: TILE };

describe('static runs', () => {
  it('are laid over from the tiles that a region touches, only where it is wanted', () => {
    const { layOver } = opened();
    const { tiles, shown } = layOver(1, box(100, 200, 60, 70), 1);
    expect(shown).toEqual(box(100, 200, 60, 70));
    expect(tiles.map(({ matrix: [, , , , x, y] }) => `${x} ${y}`)).toEqual([
      '0 -128',
      '-128 -128',
      '0 -256',
      '-128 -256',
    ]);
    for (const { wanted } of tiles) expect(wanted).toEqual(whole);
  });
  it('touch no tile beyond the edges of a region', () => {
    const { layOver } = opened();
    expect(layOver(1, box(128, 128, 128, 128), 1).tiles).toHaveLength(1);
    expect(layOver(2, box(0, 0, 129, 128), 1).tiles).toHaveLength(2);
  });
  it('are painted once, and laid over from then on', () => {
    const { layOver } = opened();
    layOver(1, box(0, 0, 10, 10), 1);
    const again = layOver(1, box(20, 20, 10, 10), 2);
    expect([again.tiles, again.directly, again.shown]).toEqual([[], [], box(20, 20, 10, 10)]);
    expect(layOver(2, box(0, 0, 10, 10), 2).tiles).toHaveLength(1);
  });
  it('are painted anew once they are cleared, in the same memory', () => {
    const { memory, runs, layOver } = opened();
    layOver(1, box(0, 0, 10, 10), 1);
    const bytes = memory.buffer.byteLength;
    for (let turn = 0; turn < 8; turn++) {
      runs.clear();
      expect(layOver(1, box(0, 0, 10, 10), 2).tiles).toHaveLength(1);
    }
    expect(memory.buffer.byteLength).toBe(bytes);
  });
  it('give up the tile used longest ago where there is no room for another', () => {
    const { layOver } = opened(2 * BYTES);
    layOver(1, box(0, 0, 10, 10), 1);
    layOver(2, box(0, 0, 10, 10), 2);
    layOver(1, box(0, 0, 10, 10), 3);
    expect(layOver(3, box(0, 0, 10, 10), 4).tiles).toHaveLength(1);
    expect(layOver(1, box(0, 0, 10, 10), 5).tiles).toEqual([]);
    expect(layOver(2, box(0, 0, 10, 10), 6)).toMatchObject({
      tiles: [{}],
      shown: box(0, 0, 10, 10),
    });
  });
  it('give up tiles in the same memory, however many runs come', () => {
    const { memory, runs, target } = opened(2 * BYTES);
    const turn = (from: number) => {
      for (let frame = from; frame < from + 60; frame++) {
        runs.layOver(target, frame % 3, box(0, 0, 10, 10), frame, () => undefined);
      }
      return memory.buffer.byteLength;
    };
    const first = turn(0);
    for (let round = 1; round < 4; round++) expect(turn(60 * round)).toBe(first);
  });
  it('are painted directly where this frame uses all the tiles that there is room for', () => {
    const { layOver } = opened(1 * BYTES);
    layOver(1, box(0, 0, 10, 10), 1);
    const { tiles, directly, shown } = layOver(2, box(5, 6, 10, 10), 1);
    expect([tiles, directly, shown]).toEqual([[], [box(5, 6, 10, 10)], box(5, 6, 10, 10)]);
    expect(layOver(2, box(5, 6, 10, 10), 2).tiles).toHaveLength(1);
  });
  it('never stand in tiles where the budget is too small for one', () => {
    const { layOver } = opened(BYTES - 1);
    expect(layOver(1, box(0, 0, 10, 10), 1)).toMatchObject({ tiles: [], directly: [{}] });
  });
});

import fc from 'fast-check';
import { boxOfPieces, pixelsOfPieces, withCutsFilled } from './cutPieces';
import { islandsOf } from './islands';
import { lassoPiece } from './lasso';
import type { PixelGrid } from './pixelGrid';

/** A small drawing: # covered, . faint, a blank nothing. */
function drawn(...rows: readonly string[]): PixelGrid {
  const opacity: Readonly<Record<string, number>> = { '#': 255, '.': 10, ' ': 0 };
  const data = rows.flatMap((row) => [...row].flatMap((one) => [200, 100, 50, opacity[one]!]));
  return { data: Uint8ClampedArray.from(data), width: rows[0]!.length, height: rows.length };
}

/** Which piece each pixel belongs to, as rows of digits. */
function shown(map: Uint8Array, { width, height }: PixelGrid): string[] {
  return Array.from({ length: height }, (_, row) =>
    [...map.subarray(row * width, (row + 1) * width)].join('').replaceAll('0', ' '),
  );
}

describe('islandsOf', () => {
  const islands = (...rows: readonly string[]) => {
    const grid = drawn(...rows);
    return shown(islandsOf(grid), grid);
  };

  it('numbers what lies apart from the top; corners touch', () => {
    expect(islands('## #', '## #', '  # ', '#   ')).toEqual(['11 1', '11 1', '  1 ', '2   ']);
  });

  it('what meets only further down is one island, however it winds', () => {
    expect(islands('# # #', '# # #', '# ###', '#   #', '#####', '     ', '  #  ')).toEqual([
      ...['1 1 1', '1 1 1', '1 111', '1   1', '11111', '     ', '  2  '],
    ]);
  });

  it('faint pixels join nothing, and go with what is beside them', () => {
    expect(islands('##..##', ' .    ', '      ', '    . ')).toEqual([
      ...['111222', ' 1    ', '      ', '    1 '],
    ]);
  });

  it('spots go with the nearest island', () => {
    const rows = Array.from({ length: 40 }, () => `${'#'.repeat(20)}${' '.repeat(30)}####`);
    const spotted = [...rows, ' '.repeat(54), `${' '.repeat(46)}#${' '.repeat(7)}`];
    const found = islands(...spotted);
    expect(found[0]).toBe(`${'1'.repeat(20)}${' '.repeat(30)}2222`);
    expect(found.at(-1)!.trim()).toBe('2');
  });

  it('gives every covered pixel to a piece and no other, and touching pixels to the same', () => {
    const grids = fc
      .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }))
      .chain(([width, height]) =>
        fc
          .array(fc.constantFrom('#', ' ', ' '), {
            minLength: width * height,
            maxLength: width * height,
          })
          .map((inks) =>
            drawn(
              ...Array.from({ length: height }, (_, row) =>
                inks.slice(row * width, (row + 1) * width).join(''),
              ),
            ),
          ),
      );
    fc.assert(
      fc.property(grids, (grid) => {
        const map = islandsOf(grid);
        for (let at = 0; at < map.length; at++) {
          expect(map[at]! > 0).toBe(grid.data[4 * at + 3]! > 0);
          const x = at % grid.width;
          const touching = [
            ...(x > 0 ? [at - 1, at + grid.width - 1] : []),
            ...[at + grid.width],
            ...(x < grid.width - 1 ? [at + grid.width + 1] : []),
          ];
          for (const other of touching) {
            if (map[at]! > 0 && (map[other] ?? 0) > 0) expect(map[other]).toBe(map[at]);
          }
        }
      }),
    );
  });
});

describe('lassoPiece', () => {
  const grid = drawn('######', '######', '######', '#    #');
  const corner = [
    { x: 3, y: -5 },
    { x: 30, y: -5 },
    { x: 30, y: 2 },
    { x: 3, y: 2 },
  ];

  it('makes what is inside a piece, as far as there is something', () => {
    const map = islandsOf(grid);
    expect(lassoPiece(map, grid, corner, 2)).toBe(true);
    expect(shown(map, grid)).toEqual(['111222', '111222', '111111', '1    1']);
  });

  it('finds nothing where nothing is', () => {
    const map = islandsOf(grid);
    const hole = [1, 5, 5, 1].map((x, at) => ({ x, y: at < 2 ? 3 : 4 }));
    expect(lassoPiece(map, grid, hole, 2)).toBe(false);
    expect(shown(map, grid)).toEqual(shown(islandsOf(grid), grid));
  });
});

describe('pieces as pictures', () => {
  const grid = drawn('## ##', '## ##', '   ##');
  const map = islandsOf(grid);

  it('are cut to what they cover', () => {
    expect(boxOfPieces(map, grid, new Set([2]))).toEqual({ x: 3, y: 0, width: 2, height: 3 });
    expect(boxOfPieces(map, grid, new Set([1, 2]))).toEqual({ x: 0, y: 0, width: 5, height: 3 });
    expect(boxOfPieces(map, grid, new Set([3]))).toBeNull();
  });

  it('hold their own pixels alone', () => {
    const box = { x: 1, y: 1, width: 4, height: 2 };
    const { data, width, height } = pixelsOfPieces(grid, map, new Set([2]), box);
    const opacity = data.filter((_, at) => at % 4 === 3);
    expect([width, height, ...opacity]).toEqual([4, 2, 0, 0, 255, 255, 0, 0, 255, 255]);
  });
});

describe('withCutsFilled', () => {
  const SIDE = 40;
  /** A face from light on the left to dark on the right, with a mouth drawn upon it. */
  const face = () => {
    const data = new Uint8ClampedArray(4 * SIDE * SIDE);
    for (let at = 0; at < SIDE * SIDE; at++) {
      const [x, y] = [at % SIDE, Math.floor(at / SIDE)];
      const isMouth = x >= 15 && x < 25 && y >= 18 && y < 22;
      data.set(isMouth ? [90, 0, 0, 255] : [240 - 2 * x, 200 - 2 * x, 160, 255], 4 * at);
    }
    return { data, width: SIDE, height: SIDE };
  };
  const cutOut = (
    grid: PixelGrid,
    box: { x: number; y: number; width: number; height: number },
  ) => {
    const before = islandsOf(grid);
    const after = before.slice();
    const { x, y, width, height } = box;
    const corners = [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ];
    lassoPiece(after, grid, corners, 2);
    const own = new Set([1]);
    const whole = { x: 0, y: 0, width: SIDE, height: SIDE };
    const cut = pixelsOfPieces(grid, after, own, whole);
    return { cut, filled: withCutsFilled(cut, grid, { before, after }, own, whole) };
  };

  it('what was behind a mouth has the colours around it', () => {
    const { cut, filled } = cutOut(face(), { x: 15, y: 18, width: 10, height: 4 });
    const clean = Array.from({ length: SIDE * SIDE }, (_, at) => 240 - 2 * (at % SIDE));
    for (let at = 0; at < SIDE * SIDE; at++) {
      if (cut.data[4 * at + 3] === 255) {
        expect(filled.data[4 * at]).toBe(cut.data[4 * at]);
        continue;
      }
      expect(filled.data[4 * at + 3]).toBe(255);
      expect(Math.abs(filled.data[4 * at]! - clean[at]!)).toBeLessThan(8);
    }
  });

  it('what stuck out leaves the air behind it as it is', () => {
    const grid = face();
    // Only a square with an ear on its right is drawn.
    for (let at = 0; at < SIDE * SIDE; at++) {
      const [x, y] = [at % SIDE, Math.floor(at / SIDE)];
      const isEar = x >= 20 && x < 32 && y >= 16 && y < 24;
      if (x >= 20 && !isEar) grid.data[4 * at + 3] = 0;
    }
    const { filled } = cutOut(grid, { x: 20, y: 16, width: 12, height: 8 });
    const opacity = (x: number) => filled.data[4 * (20 * SIDE + x) + 3]!;
    expect(opacity(19)).toBe(255);
    expect([opacity(26), opacity(29), opacity(31)]).toEqual([0, 0, 0]);
  });
});

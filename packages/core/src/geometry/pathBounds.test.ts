import fc from 'fast-check';
import svgpath from 'svgpath';
import { pathBounds } from './pathBounds';

const within = { min: -100, max: 100, noNaN: true } as const;
const number = fc.double(within).map((value) => Math.round(value * 100) / 100);
const point = fc.tuple(number, number).map(([x, y]) => `${x} ${y}`);
const segment = fc.oneof(
  point.map((to) => `L${to}`),
  number.map((x) => `H${x}`),
  number.map((y) => `V${y}`),
  fc.tuple(point, point).map((points) => `Q${points.join(' ')}`),
  fc.tuple(point, point, point).map((points) => `C${points.join(' ')}`),
  fc.tuple(point, point).map((points) => `S${points.join(' ')}`),
  fc.constant('Z'),
);
const path = fc
  .tuple(point, fc.array(segment, { minLength: 1, maxLength: 8 }))
  .map(([start, segments]) => `M${start}${segments.join('')}`);

/** Points along a path, close to each other. */
function pointsOf(data: string): [number, number][] {
  const points: [number, number][] = [];
  let first: [number, number] = [0, 0];
  svgpath(data)
    .abs()
    .unshort()
    .iterate(([command, ...values], _, x, y) => {
      const numbers = values as number[];
      if (command === 'M') return void (first = numbers.slice(-2) as [number, number]);
      const to: number[] =
        command === 'H'
          ? [numbers[0]!, y]
          : command === 'V'
            ? [x, numbers[0]!]
            : command === 'Z'
              ? first
              : numbers;
      const controls: [number, number][] = [[x, y]];
      for (let at = 0; at < to.length; at += 2) controls.push([to[at]!, to[at + 1]!]);
      for (let step = 0; step <= 50; step++) {
        let level = controls;
        while (level.length > 1) {
          level = level
            .slice(1)
            .map(([toX, toY], at) => [
              level[at]![0] + (step / 50) * (toX - level[at]![0]),
              level[at]![1] + (step / 50) * (toY - level[at]![1]),
            ]);
        }
        points.push(level[0]!);
      }
    });
  return points;
}

describe('pathBounds', () => {
  it('holds every point of a path, and reaches no further than they do', () => {
    fc.assert(
      fc.property(path, (data) => {
        const { x, y, width, height } = pathBounds(data);
        const points = pointsOf(data);
        const xs = points.map(([each]) => each);
        const ys = points.map(([, each]) => each);
        const near = 0.5;
        expect(Math.min(...xs)).toBeGreaterThanOrEqual(x - 1e-6);
        expect(Math.max(...xs)).toBeLessThanOrEqual(x + width + 1e-6);
        expect(Math.min(...ys)).toBeGreaterThanOrEqual(y - 1e-6);
        expect(Math.max(...ys)).toBeLessThanOrEqual(y + height + 1e-6);
        expect(x).toBeGreaterThan(Math.min(...xs) - near);
        expect(x + width).toBeLessThan(Math.max(...xs) + near);
        expect(y).toBeGreaterThan(Math.min(...ys) - near);
        expect(y + height).toBeLessThan(Math.max(...ys) + near);
      }),
    );
  });

  it.each([
    ['an arc', 'M10 0a10 10 0 1 1 0 20a10 10 0 1 1 0-20Z', [0, 0, 20, 20]],
    ['relative and short curves', 'M0 0c0 10 10 10 10 0s10-10 10 0', [0, -7.5, 20, 15]],
    ['a quadratic curve', 'M0 0Q5 10 10 0', [0, 0, 10, 5]],
    ['pieces apart', 'M0 0h1M5 6v1', [0, 0, 5, 7]],
    ['a dot that is closed', 'M3 4Z', [3, 4, 0, 0]],
    ['a move alone', 'M3 4', [0, 0, 0, 0]],
    ['a move at the end', 'M0 0h2v2M90 90', [0, 0, 2, 2]],
    ['nothing', '', [0, 0, 0, 0]],
    ['no path', 'x', [0, 0, 0, 0]],
  ])('knows %s', (_, data, [x, y, width, height]) => {
    const box = pathBounds(data);
    [box.x, box.y, box.width, box.height].forEach((value, at) =>
      expect(value).toBeCloseTo([x, y, width, height][at]!, 1),
    );
  });

  it('takes a long path as a short one', () => {
    const long = Array.from({ length: 200_000 }, (_, at) => `L${at % 97} ${at % 89}`).join('');
    expect(pathBounds(`M0 0${long}`)).toEqual({ x: 0, y: 0, width: 96, height: 88 });
  });
});

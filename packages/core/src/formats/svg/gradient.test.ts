import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { IDENTITY, multiply, type Matrix } from '../../geometry';
import { definitionsOf } from './definitions';
import { gradientOn, isUniform, wholeGradient } from './gradient';
import { parseSvg } from './parse';
import type { LinearGradient, RadialGradient } from '../../frame';

const STOPS = '<stop offset="0" stop-color="#ff0000"/><stop offset="1" stop-color="#0000ff"/>';
const SQUARE = 'M0 0H10V10H0Z';

const wholeOf = (gradients: string, id = 'g') => {
  const definitions = definitionsOf(parseSvg(`<svg xmlns:xlink="x">${gradients}</svg>`));
  return wholeGradient(definitions.get(id), definitions)!;
};
const on = (gradients: string, outline = SQUARE, matrix: Matrix = IDENTITY) =>
  gradientOn(wholeOf(gradients), 1, { outline, matrix, definitions: new Map() });

const number = evenly(-3, 3);
const map = fc
  .tuple(number, number, number, number, number, number)
  .filter(([a, b, c, d]) => Math.abs(a * d - b * c) > 0.2) as fc.Arbitrary<Matrix>;
const place = ([a, b, c, d, e, f]: Matrix, [x, y]: readonly [number, number]) =>
  [a * x + c * y + e, b * x + d * y + f] as const;

describe('wholeGradient', () => {
  it('takes what a gradient doesn’t say from those that it is made from', () => {
    const whole = wholeOf(
      `<linearGradient id="a" x1="1" x2="2">${STOPS}</linearGradient><radialGradient id="b" xlink:href="#a" x2="3" spreadMethod="pad"/><linearGradient id="g" href="#b" y2="4"/>`,
    );
    expect(whole.kind).toBe('linear');
    expect(whole.attributes).toMatchObject({ x1: '1', x2: '3', y2: '4', spreadMethod: 'pad' });
    expect(whole.stops).toHaveLength(2);
  });
  it('comes to an end where gradients are made from each other', () => {
    const circle = '<linearGradient id="g" href="#h"/><linearGradient id="h" href="#g" x1="5"/>';
    expect(wholeOf(circle)).toMatchObject({ attributes: { x1: '5' }, stops: [] });
  });
  it('is null for anything else', () => {
    const definitions = definitionsOf(parseSvg('<svg><pattern id="g"/></svg>'));
    expect(wholeGradient(definitions.get('g'), definitions)).toBeNull();
  });
});

describe('gradientOn', () => {
  it('gives every point of a linear gradient the same colour after any map', () => {
    const ends =
      '<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="1" y1="2" x2="7" y2="5">';
    fc.assert(
      fc.property(map, number, number, (matrix, x, y) => {
        const share = ((x - 1) * 6 + (y - 2) * 3) / (6 * 6 + 3 * 3);
        const { x1, y1, x2, y2 } = on(
          `${ends}${STOPS}</linearGradient>`,
          SQUARE,
          matrix,
        ) as LinearGradient;
        const [mx, my] = place(matrix, [x, y]);
        const along = (mx - x1) * (x2 - x1) + (my - y1) * (y2 - y1);
        expect(along / ((x2 - x1) ** 2 + (y2 - y1) ** 2)).toBeCloseTo(share, 6);
      }),
    );
  });
  it('gives every point of a radial gradient the same colour after any map', () => {
    const circle = '<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="2" cy="1" r="4">';
    fc.assert(
      fc.property(map, number, number, (matrix, x, y) => {
        const share = Math.hypot(x - 2, y - 1) / 4;
        const gradient = on(`${circle}${STOPS}</radialGradient>`, SQUARE, matrix) as RadialGradient;
        const { cx, cy, r, transform } = gradient;
        expect(transform === null).toBe(isUniform(matrix));
        const [mx, my] = place(matrix, [x, y]);
        // Where the point lies in the gradient's own units: solved for, since the map goes out of them.
        const [a, b, c, d, e, f] = transform?.matrix ?? IDENTITY;
        const area = a * d - b * c;
        const [ox, oy] = [mx - e, my - f];
        const own = [(d * ox - c * oy) / area, (a * oy - b * ox) / area] as const;
        // Nearly even maps are taken for even.
        expect(Math.abs(Math.hypot(own[0] - cx, own[1] - cy) / r - share)).toBeLessThan(0.002);
      }),
    );
  });
  it('measures by the shape’s box before the shape is turned', () => {
    const turned: Matrix = [0, 1, -1, 0, 0, 0];
    const gradient = on(`<linearGradient id="g">${STOPS}</linearGradient>`, 'M0 0H10V4H0Z', turned);
    const ends = gradient as LinearGradient;
    expect([ends.x1, ends.y1, ends.x2, ends.y2].map(Math.round)).toEqual([0, 0, 0, 10]);
  });
  it('is a colour where it comes to one, and nothing where there is none', () => {
    expect(on('<linearGradient id="g"/>')).toBeNull();
    const one = '<linearGradient id="g"><stop stop-color="lime"/></linearGradient>';
    expect(on(one)).toBe('#00ff00');
    expect(on(`<radialGradient id="g" r="0">${STOPS}</radialGradient>`)).toBe('#0000ff');
    expect(on(`<linearGradient id="g" x2="0">${STOPS}</linearGradient>`)).toBe('#0000ff');
    expect(on(`<linearGradient id="g">${STOPS}</linearGradient>`, 'M0 0H10')).toBeNull();
  });
  it('takes what can’t be read for not said', () => {
    const wrong = `<linearGradient id="g" x1="oops" x2="5em" y2="">${STOPS}</linearGradient>`;
    expect(on(wrong)).toEqual(on(`<linearGradient id="g">${STOPS}</linearGradient>`));
  });
  it('keeps stops in order and within the gradient, and the focus within the circle', () => {
    const offsets = fc.array(evenly(-1, 2), {
      minLength: 2,
      maxLength: 6,
    });
    fc.assert(
      fc.property(offsets, number, number, (list, fx, fy) => {
        const stops = list.map((offset) => `<stop offset="${offset}"/>`).join('');
        const gradient = on(
          `<radialGradient id="g" fx="${fx}" fy="${fy}">${stops}</radialGradient>`,
        ) as RadialGradient;
        const known = gradient.stops.map(({ offset }) => offset);
        expect(known).toEqual([...known].sort((a, b) => a - b));
        expect(known.every((offset) => offset >= 0 && offset <= 1)).toBe(true);
        const away = Math.hypot(gradient.fx - gradient.cx, gradient.fy - gradient.cy);
        expect(away).toBeLessThan(gradient.r);
      }),
    );
  });
});

describe('isUniform', () => {
  it('holds for turning, mirroring and sizing alone', () => {
    fc.assert(
      fc.property(evenly(0, 7), fc.boolean(), (angle, mirrored) => {
        const [cos, sin] = [3 * Math.cos(angle), 3 * Math.sin(angle)];
        const turned: Matrix = [cos, sin, -sin, cos, 5, 6];
        const seen = mirrored ? multiply(turned, [-1, 0, 0, 1, 0, 0]) : turned;
        expect(isUniform(seen)).toBe(true);
        expect(isUniform(multiply(seen, [1, 0, 0, 1.5, 0, 0]))).toBe(false);
        expect(isUniform(multiply(seen, [1, 0, 0.5, 1, 0, 0]))).toBe(false);
      }),
    );
  });
});

import fc from 'fast-check';
import { BLEND_MODES } from '../frame';
import type { Box } from '../geometry';
import { KernelMemory } from '../kernel';
import { Plane } from './plane';

const memory = new KernelMemory();
const SIZE = { width: 23, height: 4 };

type Rgba = readonly [red: number, green: number, blue: number, alpha: number];
const byte = fc.integer({ min: 0, max: 255 });
const pixel = fc.tuple(byte, byte, byte, fc.oneof(fc.constantFrom(0, 255), byte));

/** A plane whose pixels are some colours in turn. */
function planeOf(colors: readonly Rgba[], { width, height } = SIZE): Plane {
  const plane = new Plane(memory, width, height);
  const rgba = Uint8ClampedArray.from({ length: 4 * width * height }, (_, at) => {
    return colors[(at >> 2) % colors.length]![at % 4]!;
  });
  plane.write(plane.box, rgba);
  return plane;
}
/** Premultiplied, 0 to 255, as they stand in the memory. */
const stored = (plane: Plane) =>
  [...plane.pixels].map((value) => [0, 8, 16, 24].map((shift) => (value >>> shift) & 255));
const premultiplied = ([r, g, b, a]: Rgba) => [r, g, b].map((value) => (value * a) / 255);

function expectNear(plane: Plane, expected: (at: number) => readonly number[], off: number) {
  stored(plane).forEach((channels, at) => {
    expected(at).forEach((value, channel) => {
      if (Math.abs(channels[channel]! - value) > off) {
        throw new Error(`pixel ${at}: ${channels.join(' ')} instead of ${expected(at).join(' ')}`);
      }
    });
  });
}

const evenShare = fc.integer({ min: 0, max: 100 }).map((percent) => percent / 100);
const colors = fc.array(pixel, { minLength: 1, maxLength: 7 });

describe('a plane', () => {
  it('keeps colours multiplied by their opacity, and gives them back', () => {
    fc.assert(
      fc.property(colors, (some) => {
        const plane = planeOf(some);
        expectNear(plane, (at) => premultiplied(some[at % some.length]!), 0.5);
        const read = plane.read(plane.box);
        read.forEach((value, at) => {
          const wanted = some[(at >> 2) % some.length]!;
          const alpha = wanted[3];
          const most = at % 4 === 3 || alpha === 255 ? 0 : alpha === 0 ? 255 : 128 / alpha + 0.5;
          const off = Math.abs(value - wanted[at % 4]!);
          if (off > most) throw new Error(`${value} instead of ${wanted[at % 4]}`);
        });
        plane.giveBack();
      }),
    );
  });

  it('is laid over another as colours are, exactly where that is opaque', () => {
    fc.assert(
      fc.property(colors, colors, (over, under) => {
        const [above, below] = [planeOf(over), planeOf(under)];
        below.layOver(above, { x: 0, y: 0 }, below.box);
        expectNear(
          below,
          (at) => {
            const [one, other] = [over[at % over.length]!, under[at % under.length]!];
            const left = 1 - one[3] / 255;
            const beneath = premultiplied(other);
            return [
              ...premultiplied(one).map((value, channel) => value + left * beneath[channel]!),
              one[3] + left * other[3],
            ];
          },
          1.5,
        );
        if (under.every(([, , , alpha]) => alpha === 255)) {
          expect(stored(below).every(([, , , alpha]) => alpha === 255)).toBe(true);
        }
        above.giveBack();
        below.giveBack();
      }),
    );
  });

  const place = fc.integer({ min: -12, max: 24 });
  const side = fc.integer({ min: 1, max: 30 });
  const box = fc.record({ x: place, y: place, width: side, height: side });
  const inside = (at: number, { x, y, width, height }: Box) => {
    const [column, row] = [at % SIZE.width, Math.floor(at / SIZE.width)];
    return column >= x && row >= y && column < x + width && row < y + height;
  };
  const [RED, BLUE] = [
    [255, 0, 0, 255],
    [0, 0, 255, 255],
  ] as const;
  it.each(['layOver', 'copyFrom'] as const)(
    'takes another inside a box alone, wherever both lie (%s)',
    (how) => {
      fc.assert(
        fc.property(box, box, (given, wanted) => {
          const [source, target] = [planeOf([RED], given), planeOf([BLUE])];
          target[how](source, given, wanted);
          expectNear(target, (at) => (inside(at, given) && inside(at, wanted) ? RED : BLUE), 0);
          source.giveBack();
          target.giveBack();
        }),
      );
    },
  );
  it('is filled inside a box alone, with nothing as well', () => {
    fc.assert(
      fc.property(box, fc.constantFrom('#ff0000', null), (wanted, color) => {
        const plane = planeOf([BLUE]);
        plane.fill(wanted, color);
        const filled = color === null ? [0, 0, 0, 0] : RED;
        expectNear(plane, (at) => (inside(at, wanted) ? filled : BLUE), 0);
        plane.giveBack();
      }),
    );
  });

  it('keeps what lies inside or outside another, and fades', () => {
    fc.assert(
      fc.property(colors, colors, evenShare, (some, mask, opacity) => {
        const stencil = planeOf(mask);
        const times = (share: (at: number) => number) => (at: number) => {
          const one = some[at % some.length]!;
          return [...premultiplied(one), one[3]].map((value) => value * share(at));
        };
        const within = (at: number) => mask[at % mask.length]![3] / 255;
        const three = [planeOf(some), planeOf(some), planeOf(some)] as const;
        three[0].keepWithin(stencil);
        expectNear(three[0], times(within), 1);
        three[1].keepOutside(stencil, { x: 0, y: 0 });
        expectNear(
          three[1],
          times((at) => 1 - within(at)),
          1,
        );
        three[2].fade(opacity);
        expectNear(
          three[2],
          times(() => opacity),
          1.6,
        );
        for (const plane of [...three, stencil]) plane.giveBack();
      }),
    );
  });

  it.each(BLEND_MODES)(
    'mixed as %s never brings forth colours stronger than their opacity',
    (mode) => {
      fc.assert(
        fc.property(colors, colors, (over, under) => {
          const [above, below] = [planeOf(over), planeOf(under)];
          below.blend(above, { x: 0, y: 0 }, mode);
          for (const [r, g, b, a] of stored(below)) {
            if (Math.max(r!, g!, b!) > a!) throw new Error(`${r} ${g} ${b} at ${a}`);
          }
          above.giveBack();
          below.giveBack();
        }),
        { numRuns: 20 },
      );
    },
  );

  it.each(BLEND_MODES)('one colour mixed as %s over much looks as over little', (mode) => {
    const side = 48;
    const piece = 12;
    const large = new Plane(memory, side, side);
    const [over, colored] = [new Plane(memory, side, side), { r: 40, g: 190, b: 250 }];
    over.fill(over.box, `rgb(${colored.r} ${colored.g} ${colored.b} / 0.6)`);
    // All values of every channel, some of them see-through.
    const rgba = Uint8ClampedArray.from({ length: 4 * side * side }, (_, at) => {
      const pixel = at >> 2;
      return at % 4 === 3 ? (pixel % 7 === 0 ? 120 : 255) : (pixel * (at % 4 === 0 ? 1 : 5)) % 256;
    });
    large.write(large.box, rgba);
    const pieces: number[][] = [];
    for (let y = 0; y < side; y += piece) {
      for (let x = 0; x < side; x += piece) {
        const small = new Plane(memory, piece, piece);
        small.copyFrom(large, { x: -x, y: -y }, small.box);
        const above = new Plane(memory, piece, piece);
        above.copyFrom(over, { x: 0, y: 0 }, above.box);
        small.blend(above, { x: 0, y: 0 }, mode);
        pieces.push([x, y, ...small.pixels]);
        small.giveBack();
        above.giveBack();
      }
    }
    large.blend(over, { x: 0, y: 0 }, mode);
    for (const [x, y, ...pixels] of pieces) {
      pixels.forEach((pixel, at) => {
        const there = (y! + Math.floor(at / piece)) * side + x! + (at % piece);
        if (large.pixels[there] !== pixel) throw new Error(`${mode} at ${there}`);
      });
    }
    large.giveBack();
    over.giveBack();
  });
});

import fc from 'fast-check';
import { KernelMemory } from '../../kernel';
import { Plane } from '../../raster';
import { RgbaPicture } from './rgbaPicture';

const memory = new KernelMemory();
const WIDTH = 9;
const HEIGHT = 7;

/** A plane in which each pixel has a colour and an opacity of its own. */
function paintedPlane(seed: number): Plane {
  const plane = new Plane(memory, WIDTH, HEIGHT);
  const rgba = Uint8ClampedArray.from({ length: 4 * WIDTH * HEIGHT }, (_, at) => {
    return at % 4 === 3 ? 128 + ((at * 7 + seed) % 128) : (at * 31 + seed) % 256;
  });
  plane.write(plane.box, rgba);
  return plane;
}

const box = fc
  .tuple(fc.nat(WIDTH - 1), fc.nat(HEIGHT - 1), fc.nat(WIDTH), fc.nat(HEIGHT))
  .map(([x, y, width, height]) => ({ x, y, width, height }));

it.each([true, false])('takes over a box and nothing else, multiplied: %s', (premultiplied) => {
  fc.assert(
    fc.property(box, (changed) => {
      const plane = paintedPlane(1);
      const picture = new RgbaPicture(plane, premultiplied);
      const own = () =>
        premultiplied
          ? new Uint8Array(plane.pixels.slice().buffer)
          : new Uint8Array(plane.read(plane.box));
      picture.update(plane.box);
      const before = own();
      expect([...picture.bytes]).toEqual([...before]);
      plane.write(plane.box, paintedPlane(90).read(plane.box));
      picture.update(changed);
      const after = own();
      for (let y = 0; y < HEIGHT; y++) {
        for (let x = 0; x < WIDTH; x++) {
          const inside =
            x >= changed.x &&
            x < changed.x + changed.width &&
            y >= changed.y &&
            y < changed.y + changed.height;
          const at = 4 * (y * WIDTH + x);
          const wanted = (inside ? after : before).subarray(at, at + 4);
          expect([...picture.bytes.subarray(at, at + 4)]).toEqual([...wanted]);
        }
      }
    }),
    { numRuns: 40 },
  );
});

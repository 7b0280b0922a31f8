import { bentItem } from '@cruvo/core/frame';
import { IDENTITY, multiply, scaling, translation, type Matrix } from '@cruvo/core/geometry';
import { KernelMemory } from '@cruvo/core/kernel';
import { Plane } from '@cruvo/core/raster';
import { BentPictures } from './bentPictures';
import type { DrawImage } from './images';

interface Picture {
  readonly blue: number;
}
const SIDE = 10;
const picture: Picture = { blue: 200 };

/** Where in a picture of 10 by 10 units: redder to the right, greener downwards; see-through beside it. */
function painted() {
  const drawn: { scale: number; across: number; down: number }[] = [];
  const draw: DrawImage<Picture> = ({ blue }, box, place, { width, height }) => {
    drawn.push({ scale: place[0], across: width, down: height });
    const data = new Uint8ClampedArray(4 * width * height);
    // Of the largest only the size is looked at.
    if (width > 1000) return data;
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const [u, v] = [(x + 0.5 - place[4]) / place[0], (y + 0.5 - place[5]) / place[3]];
        if (u < 0 || v < 0 || u > box.width || v > box.height) continue;
        data.set([20 * u, 20 * v, blue, 255], 4 * (y * width + x));
      }
    }
    return data;
  };
  const pictures = new BentPictures(draw);
  const memory = new KernelMemory();
  /** The pixels of a box of the surface, with the picture bent as told. */
  const paint = (
    how: {
      place?: Matrix;
      corner?: { x: number; y: number };
      points?: readonly number[];
      box?: { x: number; y: number };
      image?: Picture;
      side?: number;
    } = {},
  ) => {
    const { place = IDENTITY, corner = { x: 0, y: 0 }, side = SIDE } = how;
    const rest = [0, 0, side, 0, side, side, 0, side].map((value, at) =>
      at % 2 === 0 ? value + corner.x : value + corner.y,
    );
    const triangles = Uint16Array.from([0, 1, 2, 0, 2, 3]);
    const mesh = { rest: Float64Array.from(rest), triangles, pinned: [], links: [] };
    const bend = { mesh, points: Float64Array.from(how.points ?? rest) };
    const drawing = { drawn: 'raster', media: 'picture', width: side, height: side } as const;
    const item = bentItem('bent', drawing, corner, bend, IDENTITY);
    const plane = new Plane(memory, 40, 40);
    plane.fill(plane.box, null);
    const box = { x: how.box?.x ?? 0, y: how.box?.y ?? 0, width: 40, height: 40 };
    pictures.paint(plane, box, item, how.image ?? picture, place);
    const pixels = plane.read(plane.box);
    plane.giveBack();
    return (x: number, y: number) => [...pixels.slice(4 * (40 * y + x), 4 * (40 * y + x) + 4)];
  };
  return { drawn, paint };
}

/** What the picture shows at a place of it. */
const at = (u: number, v: number) => [20 * u, 20 * v, 200, 255].map((value) => close(value));
const close = (value: number) => expect.closeTo(value, -0.7) as unknown as number;
const NOTHING = [0, 0, 0, 0];

describe('a picture that is bent', () => {
  it('is seen as it is where nothing moves it', () => {
    const pixel = painted().paint();
    expect([pixel(2, 3), pixel(8, 1)]).toEqual([at(2.5, 3.5), at(8.5, 1.5)]);
    expect([pixel(11, 3), pixel(3, 11)]).toEqual([NOTHING, NOTHING]);
  });
  it('lies where its points, its place and the box of the surface put it', () => {
    const { paint } = painted();
    const moved = paint({ points: [5, 7, 15, 7, 15, 17, 5, 17] });
    expect([moved(6, 8), moved(3, 8)]).toEqual([at(1.5, 1.5), NOTHING]);
    const stretched = paint({ points: [0, 0, 20, 0, 20, 10, 0, 10] });
    expect(stretched(9, 3)).toEqual(at(4.75, 3.5));
    const placed = paint({ place: multiply(translation(4, 6), scaling(2)) });
    expect([placed(5, 7), placed(3, 7)]).toEqual([at(0.75, 0.75), NOTHING]);
    const boxed = paint({ place: translation(12, 14), box: { x: 10, y: 10 } });
    expect([boxed(3, 5), boxed(1, 5)]).toEqual([at(1.5, 1.5), NOTHING]);
    // A quarter turn: what was to the right is below.
    const turned = paint({ place: [0, 1, -1, 0, 20, 0] });
    expect(turned(17, 7)).toEqual(at(7.5, 2.5));
  });
  it('begins at its corner in the mesh', () => {
    const pixel = painted().paint({ corner: { x: 6, y: 9 } });
    expect([pixel(8, 12), pixel(5, 12), pixel(8, 8)]).toEqual([at(2.5, 3.5), NOTHING, NOTHING]);
  });
  it('bends each of its two halves by itself', () => {
    // The lower left corner is drawn far down: only the half that it belongs to follows.
    const pixel = painted().paint({ points: [0, 0, 10, 0, 10, 10, 0, 30] });
    expect(pixel(8, 2)).toEqual(at(8.5, 2.5));
    const [, green] = pixel(1, 20);
    expect(green).toBeGreaterThan(100);
    expect(pixel(9, 28)).toEqual(NOTHING);
  });
});

describe('copies of a picture to bend', () => {
  it('are of about the size that is seen, with an empty edge', () => {
    const { drawn, paint } = painted();
    for (const size of [1, 1.1, 2, 0.5]) paint({ place: scaling(size) });
    expect(drawn.map(({ scale }) => scale)).toEqual([1, 2, 0.5]);
    expect(drawn.map(({ across }) => across)).toEqual([14, 24, 9]);
    expect(drawn.map(({ down }) => down)).toEqual([14, 24, 9]);
  });
  it('are kept for three sizes of each picture, the oldest goes first', () => {
    const { drawn, paint } = painted();
    const sized = (size: number, image = picture) => paint({ place: scaling(size), image });
    [1, 2, 4, 1, 2, 4].forEach((size) => sized(size));
    expect(drawn).toHaveLength(3);
    sized(1, { blue: 3 });
    expect(drawn).toHaveLength(4);
    sized(8);
    sized(2);
    expect(drawn).toHaveLength(5);
    sized(1);
    expect(drawn).toHaveLength(6);
  });
  it('never grow beyond all measure, nor to nothing', () => {
    const { drawn, paint } = painted();
    paint({ place: scaling(1e6), side: 64 });
    expect(drawn[0]).toEqual({ scale: 64, across: 4100, down: 4100 });
    paint({ place: scaling(0) });
    expect(drawn[1]!.scale).toBeGreaterThan(0);
    expect(drawn[1]!.across).toBe(5);
  });
});

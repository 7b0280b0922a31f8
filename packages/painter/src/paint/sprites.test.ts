import { drawingItem } from '@cruvo/core/frame';
import type { Matrix } from '@cruvo/core/geometry';
import { KernelMemory } from '@cruvo/core/kernel';
import { Sprites } from './sprites';

/** A sprite as it was asked for, and where the drawing was painted on it. */
interface Made {
  readonly width: number;
  readonly height: number;
  readonly place: Matrix;
}

const BOX = { x: 0, y: 0, width: 20, height: 10 };
const item = (media = 'a') =>
  drawingItem('it', { kind: 'raster', media, width: 20, height: 10 }, [1, 0, 0, 1, 0, 0]);
/** A drawing at a place, as large as it is. */
const at = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];

function opened(budget = 1e6) {
  const made: Made[] = [];
  const memory = new KernelMemory();
  const sprites = new Sprites(memory, budget);
  const find = (place: Matrix, media = 'a') =>
    sprites.find(
      item(media),
      place,
      () => BOX,
      ({ width, height }, where) => void made.push({ width, height, place: where }),
    );
  /** Looks for a drawing in a frame of its own. */
  const inNextFrame = (place: Matrix, media = 'a') => {
    sprites.nextFrame();
    return find(place, media);
  };
  return { memory, sprites, made, find, inNextFrame };
}

describe('a sprite', () => {
  it('is made from the second frame on in which its drawing has the same size and turn', () => {
    const { made, find, inNextFrame } = opened();
    expect(inNextFrame(at(3, 4))).toBeNull();
    expect(find(at(9, 9))).toBeNull();
    expect(inNextFrame(at(5, 6))).toMatchObject({ x: 4, y: 5 });
    expect(inNextFrame(at(7, 8))).toMatchObject({ x: 6, y: 7 });
    expect(made).toHaveLength(1);
    expect(made[0]).toMatchObject({ width: 22, height: 12, place: at(1, 1) });
  });
  it('stands at the nearest eighth of a pixel, each with a picture of its own', () => {
    const { made, inNextFrame } = opened();
    inNextFrame(at(0, 0));
    expect(inNextFrame(at(5.26, 6))).toMatchObject({ x: 4, y: 5 });
    expect(made[0]!.place).toEqual(at(1.25, 1));
    expect(inNextFrame(at(9.24, 6))).toMatchObject({ x: 8, y: 5 });
    expect(made).toHaveLength(1);
    expect(inNextFrame(at(5, 6.5))).toMatchObject({ x: 4, y: 5 });
    expect(made[1]!.place).toEqual(at(1, 1.5));
    expect(inNextFrame(at(5.5, 6.25))).toMatchObject({ x: 4, y: 5 });
    expect(made[2]!.place).toEqual(at(1.5, 1.25));
    expect(inNextFrame(at(5.25, 6.5))).toMatchObject({ x: 4, y: 5 });
    expect(made[3]!.place).toEqual(at(1.25, 1.5));
    expect(inNextFrame(at(-3.5, -2))).toMatchObject({ x: -5, y: -3 });
  });
  it('covers all that the drawing paints, also beyond its corner', () => {
    const { sprites, made, inNextFrame } = opened();
    inNextFrame(at(0, 0));
    sprites.nextFrame();
    const wide = { x: -4, y: -2, width: 30, height: 15 };
    const found = sprites.find(
      item(),
      at(10, 10),
      () => wide,
      ({ width, height }, place) => void made.push({ width, height, place }),
    );
    expect(found).toMatchObject({ x: 5, y: 7 });
    expect(made[0]).toMatchObject({ width: 32, height: 17, place: at(5, 3) });
  });
  it.each([
    ['another size', [2, 0, 0, 2, 0, 0]],
    ['another turn', [0.8, 0.6, -0.6, 0.8, 0, 0]],
    ['a little larger', [1.0001, 0, 0, 1, 0, 0]],
  ] as [string, Matrix][])('is another one for %s', (_what, place) => {
    const { inNextFrame } = opened();
    inNextFrame(at(0, 0));
    inNextFrame(at(0, 0));
    expect(inNextFrame(place)).toBeNull();
  });
  it('is another one for another drawing', () => {
    const { inNextFrame } = opened();
    inNextFrame(at(0, 0), 'a');
    expect(inNextFrame(at(0, 0), 'b')).toBeNull();
    expect(inNextFrame(at(0, 0), 'a')).not.toBeNull();
  });
  it('is the same where size and turn differ by less than can be seen', () => {
    const { inNextFrame } = opened();
    inNextFrame(at(0, 0));
    expect(inNextFrame([1 + 1e-7, 0, 0, 1, 0, 0])).not.toBeNull();
  });
});

describe('what sprites may take', () => {
  // 20 by 10 pixels, and one around them, take 1056 bytes, and a sheet 200 more.
  it('is never more than the budget: the one painted longest ago goes', () => {
    const { made, inNextFrame } = opened(2 * 1256 + 200);
    for (const media of ['a', 'b']) {
      inNextFrame(at(0, 0), media);
      expect(inNextFrame(at(0, 0), media)).not.toBeNull();
    }
    expect(inNextFrame(at(0, 0), 'a')).not.toBeNull();
    inNextFrame(at(0, 0), 'c');
    expect(inNextFrame(at(0, 0), 'c')).not.toBeNull();
    expect(made).toHaveLength(3);
    // “b” was painted longer ago than “a”: it begins anew.
    expect(inNextFrame(at(0, 0), 'a')).not.toBeNull();
    expect(made).toHaveLength(3);
    expect(inNextFrame(at(0, 0), 'b')).toBeNull();
  });
  it('leaves what this frame paints', () => {
    const { sprites, find } = opened(1900);
    for (let frame = 0; frame < 2; frame++) {
      sprites.nextFrame();
      find(at(0, 0), 'a');
      find(at(0, 0), 'b');
    }
    sprites.nextFrame();
    expect(find(at(0, 0), 'a')).not.toBeNull();
    expect(find(at(0, 0), 'b')).toBeNull();
    expect(find(at(0, 0), 'a')).not.toBeNull();
  });
  it('is exactly what there is room for', () => {
    const exactly = opened(1256);
    exactly.inNextFrame(at(0, 0));
    expect(exactly.inNextFrame(at(0, 0))).not.toBeNull();
    expect(exactly.inNextFrame(at(0.5, 0))).toBeNull();
    const less = opened(1255);
    less.inNextFrame(at(0, 0));
    expect(less.inNextFrame(at(0, 0))).toBeNull();
  });
  it('is nothing for a drawing that is too large', () => {
    const { made, inNextFrame } = opened(1e9);
    const large: Matrix = [60, 0, 0, 60, 0, 0];
    inNextFrame([52, 0, 0, 100, 0, 0]);
    expect(inNextFrame([52, 0, 0, 100, 0, 0])).not.toBeNull();
    inNextFrame([60, 0, 0, 100, 0, 0]);
    expect(inNextFrame([60, 0, 0, 100, 0, 0])).toBeNull();
    inNextFrame(large);
    expect(inNextFrame(large)).not.toBeNull();
    expect(made).toHaveLength(2);
  });
  it('is free again after all is given up', () => {
    const { sprites, inNextFrame } = opened(1256);
    inNextFrame(at(0, 0));
    inNextFrame(at(0, 0));
    sprites.clear();
    expect(inNextFrame(at(0, 0), 'b')).toBeNull();
    expect(inNextFrame(at(0, 0), 'b')).not.toBeNull();
    sprites.clear();
    expect(inNextFrame(at(0, 0), 'b')).toBeNull();
  });
  it('takes no more memory however many come and go', () => {
    const { memory, inNextFrame } = opened(20_000);
    const turn = (from: number) => {
      for (let at = from; at < from + 400; at++) inNextFrame(at % 2 ? here(at - 1) : here(at));
      return memory.buffer.byteLength;
    };
    const here = (size: number): Matrix => [1 + (size % 97) / 97, 0, 0, 1, 0, 0];
    const first = turn(0);
    expect(turn(400)).toBe(first);
  });
});

import fc from 'fast-check';
import { readVectorDrawing } from '@cruvo/core/formats';
import { type Frame, type FrameItem, drawingItem, groupItem } from '@cruvo/core/frame';
import { type Box, multiply, scaling, translation, turning } from '@cruvo/core/geometry';
import { Player } from '@cruvo/core/program';
import { richScene } from '@cruvo/core/testing';
import { frameMiddle } from '@cruvo/core/time';
import { nodePainter, retainedNodePainter, type NodeImages } from '../images';
import { CELL, sceneInNode, shareOfValuesOff } from '../testing/goldenSheet';

/** What a frame painted piece by piece may differ from one painted anew: so many of its values by more than 24 of 255. */
const TOLERANCE = 0.0015;

const { program, images } = await sceneInNode(richScene());

/** Paints frames one after the other, retained and each anew, and gives how far apart they are at each. */
function compare(
  frames: readonly Frame[],
  pictures: NodeImages,
  size: { width: number; height: number },
  budget?: { sprites: number; runs: number },
) {
  const kept = retainedNodePainter(budget);
  return frames.map((frame) => {
    const regions = kept.paintFrame(frame, pictures, size);
    const anew = nodePainter.paintFrame(frame, pictures, size);
    return { off: shareOfValuesOff(kept.plane.read(kept.plane.box), anew, 24), regions };
  });
}

const areaOf = (boxes: readonly Box[]) =>
  boxes.reduce((sum, { width, height }) => sum + width * height, 0);

describe('frames that follow each other', () => {
  const player = new Player(program);
  const frames = Array.from({ length: 96 }, (_, at) => player.seek(frameMiddle(at, '24')));

  it('look as if each had been painted anew', () => {
    for (const { off } of compare(frames, images, CELL)) expect(off).toBeLessThan(TOLERANCE);
  });
  it('also in any order', () => {
    const order = frames.map((_, at) => frames[(at * 37) % frames.length]!);
    for (const { off } of compare(order, images, CELL)) expect(off).toBeLessThan(TOLERANCE);
  });
  it('also where there is room for hardly any bitmap', () => {
    const budget = { sprites: 20_000, runs: 200_000 };
    for (const { off } of compare(frames.slice(0, 30), images, CELL, budget)) {
      expect(off).toBeLessThan(TOLERANCE);
    }
  });
  it('are painted only where something changes', () => {
    const again = compare([...frames.slice(20, 24), frames[23]!], images, CELL);
    expect(again[0]!.regions).toEqual([{ x: 0, y: 0, ...CELL }]);
    for (const { regions } of again.slice(1, 4)) {
      expect(areaOf(regions)).toBeLessThan(0.5 * CELL.width * CELL.height);
    }
    expect(again[4]!.regions).toEqual([]);
  });
});

/** The same where the picture is so small that a few edges are a larger share of it. */
const SMALL_TOLERANCE = 0.006;

describe('whatever comes, goes and moves', () => {
  const size = { width: 120, height: 90 };
  const pictures: NodeImages = new Map(
    ['#d04030', '#3060c0', '#208050', '#e0c040'].map((color, at) => [
      String(at),
      {
        kind: 'vector',
        drawing: readVectorDrawing(
          `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 30"><path d="M4 ${4 + at}L36 15L6 26Z" fill="${color}" stroke="#101010" stroke-width="3"/></svg>`,
        ),
      },
    ]),
  );
  const whole = fc.integer({ min: -10, max: 100 });
  const item = fc.record({
    id: fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'),
    media: fc.constantFrom('0', '1', '2', '3'),
    x: whole,
    y: whole,
    turn: fc.constantFrom(0, 0, 0, 0.4),
    blend: fc.constantFrom('normal', 'normal', 'multiply', 'difference'),
    opacity: fc.constantFrom(1, 1, 0.5),
    masked: fc.boolean(),
  });
  const frame = fc
    .uniqueArray(item, { selector: ({ id }) => id, maxLength: 6 })
    .map((items): Frame => ({
      ...size,
      background: '#f0f0f0',
      items: items.map(({ id, media, x, y, turn, blend, opacity, masked }): FrameItem => {
        const matrix = multiply(translation(x, y), turning(turn, { x: 20, y: 15 }));
        const drawing = (name: string, at = matrix) =>
          drawingItem(id, { kind: 'vector', media: name, width: 40, height: 30 }, at);
        if (blend === 'normal' && opacity === 1 && !masked) return drawing(media);
        return groupItem(id, [drawing(media)], {
          ...{ blend: blend as 'normal', opacity },
          mask: masked ? [drawing('1', multiply(matrix, scaling(0.8)))] : null,
        });
      }),
    }));

  it('looks as if each frame had been painted anew', () => {
    fc.assert(
      fc.property(fc.array(frame, { minLength: 2, maxLength: 8 }), (some) => {
        // Each twice, so that what stands still is kept.
        const frames = some.flatMap((one) => [one, one]);
        for (const { off } of compare(frames, pictures, size)) {
          expect(off).toBeLessThan(SMALL_TOLERANCE);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('is emptied where nothing is on a see-through background', () => {
    const one = drawingItem(
      'a',
      { kind: 'vector', media: '0', width: 40, height: 30 },
      translation(20, 20),
    );
    const see = { ...size, background: null };
    const painter = retainedNodePainter();
    const isEmpty = () => painter.plane.read(painter.plane.box).every((value) => value === 0);
    painter.paintFrame({ ...see, items: [one] }, pictures, size);
    expect(isEmpty()).toBe(false);
    painter.paintFrame({ ...see, items: [] }, pictures, size);
    expect(isEmpty()).toBe(true);
  });

  it('is painted anew after another size, background or set of pictures', () => {
    const painter = retainedNodePainter();
    const empty: Frame = { ...size, background: '#ffffff', items: [] };
    const regions = () => [{ x: 0, y: 0, ...size }];
    expect(painter.paintFrame(empty, pictures, size)).toEqual(regions());
    expect(painter.paintFrame(empty, pictures, size)).toEqual([]);
    expect(painter.paintFrame(empty, pictures, size, '#000000')).toEqual(regions());
    expect(painter.paintFrame(empty, new Map(pictures), size, '#000000')).toEqual(regions());
    const small = { width: 60, height: 45 };
    expect(painter.paintFrame(empty, pictures, small)).toEqual([{ x: 0, y: 0, ...small }]);
    expect(painter.paintFrame({ ...empty, width: 60 }, pictures, small)).toHaveLength(1);
    painter.forget();
    expect(painter.paintFrame({ ...empty, width: 60 }, pictures, small)).toHaveLength(1);
  });
});

import fc from 'fast-check';
import { bubblePlace, onStage } from './bubblePlace';

const stage = { width: 1000, height: 600 };
const around = {
  ...{ stage, margin: 20, others: [] },
  speaker: { x: 400, y: 200, width: 200, height: 400 },
  mouth: { x: 500, y: 300 },
  faces: [{ x: 440, y: 240, width: 120, height: 100 }],
};
const size = { width: 200, height: 100 };

describe('a bubble', () => {
  it('stands above the head where there is room', () => {
    expect(bubblePlace(size, around)).toEqual({ x: 500, y: 130 });
  });
  it('stands beside it where there is none above, on the side that is free', () => {
    const tall = { ...around, speaker: { x: 400, y: 0, width: 200, height: 600 } };
    const other = (x: number) => [{ x, y: 0, width: 300, height: 600 }];
    expect(bubblePlace(size, { ...tall, others: other(650) }).x).toBeLessThan(400);
    expect(bubblePlace(size, { ...tall, others: other(50) }).x).toBeGreaterThan(600);
  });
  it('leaves the mouth free where it can', () => {
    const sizes = fc.record({
      width: fc.integer({ min: 40, max: 300 }),
      height: fc.integer({ min: 30, max: 150 }),
    });
    const across = fc.integer({ min: 0, max: 800 });
    fc.assert(
      fc.property(sizes, across, (bubble, x) => {
        const speaker = { x, y: 150, width: 200, height: 450 };
        const mouth = { x: x + 100, y: 270 };
        const faces = [{ x: x + 40, y: 190, width: 120, height: 120 }];
        const at = bubblePlace(bubble, { ...around, speaker, mouth, faces });
        const covers =
          Math.abs(at.x - mouth.x) < bubble.width / 2 &&
          Math.abs(at.y - mouth.y) < bubble.height / 2;
        expect(covers).toBe(false);
        expect(at).toEqual(onStage(at, bubble, around));
      }),
    );
  });
  it('is kept on the stage; one that is wider stands in the middle', () => {
    expect(onStage({ x: -50, y: 900 }, size, around)).toEqual({ x: 120, y: 530 });
    expect(onStage({ x: -50, y: 300 }, { width: 2000, height: 10 }, around)).toEqual({
      ...{ x: 500, y: 300 },
    });
  });
});

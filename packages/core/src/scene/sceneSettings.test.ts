import fc from 'fast-check';
import { frameCount, frameStart, SCENE_RATE_NAMES, toFlicks } from '../time';
import { testMaterial } from '../testing/testScene';
import { castOf } from './cast';
import { endOf } from './line';
import { linesOf, sceneSchema } from './scene';
import { shortestLength, withFrameRate, withLength, withStageSize } from './sceneSettings';

const { scene } = testMaterial();
const [member] = castOf(scene);

describe('a stage of another size', () => {
  it('of the same shape shows the same, larger', () => {
    const twice = withStageSize(scene, { width: 3840, height: 2160 });
    const [now] = castOf(twice);
    expect([now!.x, now!.y, now!.scale]).toEqual([2 * member!.x, 2 * member!.y, 2 * member!.scale]);
    expect(twice.stage).toEqual({ ...scene.stage, width: 3840, height: 2160 });
  });

  it('of another shape keeps everybody as large as its shorter side allows, and on the ground', () => {
    const upright = withStageSize(scene, { width: 1080, height: 1920 });
    const [now] = castOf(upright);
    expect([now!.x, now!.scale]).toEqual([540, member!.scale]);
    expect(1920 - now!.y).toBeCloseTo(1080 - member!.y);
    expect(sceneSchema.isValidSync(upright, { strict: true })).toBe(true);
  });

  it('can be taken back by the size of before', () => {
    const side = fc.integer({ min: 16, max: 8192 });
    fc.assert(
      fc.property(side, side, (width, height) => {
        const back = withStageSize(withStageSize(scene, { width, height }), scene.stage);
        const [now] = castOf(back);
        expect(now!.x).toBeCloseTo(member!.x);
        expect(now!.y).toBeCloseTo(member!.y);
        expect(now!.scale).toBeCloseTo(member!.scale);
        expect(back.stage).toEqual(scene.stage);
      }),
    );
  });

  it('leaves what is timed alone', () => {
    const { length, lines, frameRate } = withStageSize(scene, { width: 500, height: 500 });
    expect([length, lines, frameRate]).toEqual([scene.length, scene.lines, scene.frameRate]);
  });
});

describe('the length of a scene', () => {
  it('is never shorter than what is said', () => {
    const short = withLength(scene, toFlicks(0.2));
    expect(short.length).toBe(shortestLength(scene));
    expect(short.length).toBeGreaterThanOrEqual(Math.max(...linesOf(scene).map(endOf)));
  });

  it('is one frame at least, and has an end', () => {
    const empty = { ...scene, lines: {} };
    expect(withLength(empty, 0).length).toBe(frameStart(1, '24'));
    const longest = withLength(empty, Number.MAX_SAFE_INTEGER);
    expect(sceneSchema.isValidSync(longest, { strict: true })).toBe(true);
  });

  it('is whole frames, at any rate, and nothing that is timed moves', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: toFlicks(500) }),
        fc.constantFrom(...SCENE_RATE_NAMES),
        fc.constantFrom(...SCENE_RATE_NAMES),
        (wanted, first, second) => {
          const long = withLength({ ...scene, frameRate: first }, wanted);
          const other = withFrameRate(long, second);
          for (const one of [long, other]) {
            const frames = frameCount(one.length, one.frameRate);
            expect(frameStart(frames, one.frameRate)).toBe(one.length);
          }
          expect(long.length).toBeGreaterThanOrEqual(wanted);
          expect(other.length).toBeGreaterThanOrEqual(long.length);
          expect(other.length - long.length).toBeLessThan(frameStart(1, second) + 1);
          expect(other.lines).toBe(scene.lines);
        },
      ),
    );
  });
});

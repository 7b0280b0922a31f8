import fc from 'fast-check';
import { frameStart, toFlicks } from '../time';
import { edgeWithin, moveEdge, release, setByHand } from './corrections';
import { targetOf } from './articulation';
import { nearestDrawing, type MouthChart } from './mouthChart';
import {
  correctionsSchema,
  mouthIndexAt,
  withCorrections,
  type Corrections,
  type HeldDrawing,
} from './mouths';

const two: MouthChart = {
  rest: 'shut',
  drawings: [
    { drawing: 'shut', label: 'shut', articulation: targetOf(0), mood: null },
    { drawing: 'wide', label: 'wide', articulation: targetOf(10), mood: null },
  ],
};
const six: MouthChart = {
  rest: 'rest',
  drawings: ([0, 1, 10, 11, 13, 14] as const).map((viseme, at) => ({
    drawing: at === 0 ? 'rest' : `viseme ${viseme}`,
    label: String(viseme),
    articulation: targetOf(viseme),
    mood: null,
  })),
};
const jaw = (opening: number) => ({ ...targetOf(0), jaw: opening });

describe('nearestDrawing', () => {
  it('works with two drawings and with six', () => {
    expect([0, 0.2, 0.8, 1].map((opening) => nearestDrawing(two, jaw(opening)))).toEqual([
      'shut',
      'shut',
      'wide',
      'wide',
    ]);
    expect(nearestDrawing(six, jaw(0.5))).toBe('viseme 11');
  });
  it('shows a drawing of its own for every viseme that it has', () => {
    for (const { drawing, articulation } of six.drawings) {
      expect(nearestDrawing(six, { ...targetOf(0), ...articulation })).toBe(drawing);
    }
  });
});

/** Shut and wide in turn, three frames each, for two seconds. */
const flapping: HeldDrawing[] = Array.from({ length: 16 }, (_, at) => ({
  start: toFlicks(at / 8),
  end: toFlicks((at + 1) / 8),
  drawing: at % 2 === 0 ? 'shut' : 'wide',
}));

const frames = fc.integer({ min: 0, max: 47 });
const piece = fc
  .tuple(frames, fc.integer({ min: 1, max: 12 }), fc.constantFrom('shut', 'wide', 'other'))
  .map(([start, length, drawing]) => ({
    start: frameStart(start, '24'),
    end: frameStart(start + length, '24'),
    drawing,
  }));
const someCorrections = fc
  .array(piece, { maxLength: 12 })
  .map((pieces) => pieces.reduce<Corrections>(setByHand, []));

describe('corrections', () => {
  it('stay in order and apart, whatever is set over what', () => {
    fc.assert(
      fc.property(someCorrections, (corrections) => {
        expect(correctionsSchema.isValidSync(corrections)).toBe(true);
      }),
    );
  });

  it('are what is seen where they lie, and the fitted mouth is what is seen elsewhere', () => {
    fc.assert(
      fc.property(
        someCorrections,
        fc.integer({ min: 0, max: toFlicks(2) - 1 }),
        (corrections, time) => {
          const mouths = withCorrections(flapping, corrections);
          const shown = mouths[mouthIndexAt(mouths, time)]!;
          const set = corrections.find(({ start, end }) => time >= start && time < end);
          const fitted = flapping[mouthIndexAt(flapping, time)]!;
          expect(shown.drawing).toBe((set ?? fitted).drawing);
          expect(shown.byHand).toBe(set !== undefined);
        },
      ),
    );
  });

  it('leave no gap in the line', () => {
    fc.assert(
      fc.property(someCorrections, (corrections) => {
        const mouths = withCorrections(flapping, corrections);
        mouths.forEach(({ start, end }, at) => {
          expect(start).toBe(at === 0 ? 0 : mouths[at - 1]!.end);
          expect(end).toBeGreaterThan(start);
        });
        expect(mouths.at(-1)!.end).toBe(toFlicks(2));
      }),
    );
  });

  it('are gone where they are released, and stay elsewhere', () => {
    fc.assert(
      fc.property(someCorrections, piece, frames, (corrections, { start, end }, frame) => {
        const time = frameStart(frame, '24') + 1;
        const before = corrections.find((one) => time >= one.start && time < one.end);
        const after = release(corrections, start, end).find(
          (one) => time >= one.start && time < one.end,
        );
        expect(after?.drawing).toBe(time >= start && time < end ? undefined : before?.drawing);
      }),
    );
  });
});

describe('moveEdge', () => {
  const edge = 1;
  it('moves the edge and keeps both drawings', () => {
    const mouths = withCorrections(flapping, []);
    const target = mouths[edge]!.start + frameStart(2, '24');
    const moved = withCorrections(flapping, moveEdge(mouths, [], edge, target, '24'));
    expect(moved[edge]!.start).toBe(target);
    expect(moved.slice(0, 2).map(({ drawing }) => drawing)).toEqual(
      mouths.slice(0, 2).map(({ drawing }) => drawing),
    );
  });
  it('leaves each neighbour at least a frame, however far it is pulled', () => {
    fc.assert(
      fc.property(fc.integer({ min: -toFlicks(5), max: toFlicks(5) }), (pull) => {
        const [before, after] = flapping as [(typeof flapping)[0], (typeof flapping)[0]];
        const time = edgeWithin(before, after, after.start + pull, '24');
        expect(time - before.start).toBeGreaterThanOrEqual(frameStart(1, '24'));
        expect(after.end - time).toBeGreaterThanOrEqual(frameStart(1, '24'));
      }),
    );
  });
  it('changes nothing at the start of the line', () => {
    const none: Corrections = [];
    expect(moveEdge(withCorrections(flapping, none), none, 0, toFlicks(0.5), '24')).toBe(none);
  });
});

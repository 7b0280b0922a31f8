import fc from 'fast-check';
import { testTrack, type TestSound } from '../testing/testTrack';
import type { VoiceTrack } from '../speech/voiceTrack';
import type { Viseme } from '../speech/visemes';
import { targetOf } from './articulation';
import { DEFAULT_FIT, type FitSettings } from './fitSettings';
import { selectMouthDrawings } from './selectMouthDrawings';
import { framesPerSecond, toFlicks, toSeconds, type FrameRateName } from '../time';
import type { MouthChart } from './mouthChart';
import { mouthIndexAt } from './mouths';

const chartOf = (...visemes: Viseme[]): MouthChart => ({
  rest: 'v0',
  drawings: visemes.map((viseme) => ({
    drawing: `v${viseme}`,
    label: String(viseme),
    articulation: targetOf(viseme),
    mood: null,
  })),
});
const full = chartOf(0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14);
const two: MouthChart = {
  rest: 'shut',
  drawings: [
    { drawing: 'shut', label: 'shut', articulation: targetOf(0), mood: null },
    { drawing: 'wide', label: 'wide', articulation: targetOf(10), mood: null },
  ],
};
const inTime: FitSettings = { ...DEFAULT_FIT, leadSeconds: 0 };
/** The mouths of a track, with times in seconds. */
const select = (
  track: VoiceTrack,
  fit: FitSettings,
  chart: MouthChart,
  frameRate: FrameRateName = '24',
) =>
  selectMouthDrawings(track, fit, chart, { duration: toFlicks(track.duration), frameRate }).map(
    ({ start, end, drawing }) => ({ start: toSeconds(start), end: toSeconds(end), drawing }),
  );
const lay = (parts: TestSound[], fit = inTime, chart = full, frameRate: FrameRateName = '24') =>
  select(testTrack(...parts), fit, chart, frameRate);
const at = (mouths: ReturnType<typeof lay>, time: number) =>
  mouths[mouthIndexAt(mouths, time)]!.drawing;

describe('selectMouthDrawings', () => {
  it('shows each long sound by its own drawing', () => {
    const visemes: Viseme[] = [10, 13, 14, 12, 2];
    const mouths = lay(visemes.map((viseme) => [viseme, 0.5] as const));
    visemes.forEach((viseme, index) => expect(at(mouths, 0.5 * index + 0.25)).toBe(`v${viseme}`));
  });

  it('shuts the lips on p, b and m even when they last 20 ms', () => {
    for (const chart of [full, two]) {
      const mouths = lay(
        [
          [10, 0.4],
          [1, 0.02],
          [10, 0.4],
        ],
        inTime,
        chart,
      );
      expect(at(mouths, 0.41)).toBe(chart === two ? 'shut' : 'v1');
    }
  });

  it('keeps both contacts when one follows the other closely', () => {
    const drawings = lay([
      [10, 0.4],
      [1, 0.04],
      [2, 0.04],
      [10, 0.4],
    ]).map(({ drawing }) => drawing);
    expect(drawings).toEqual(expect.arrayContaining(['v1', 'v2']));
  });

  it('leads the sound by the time that is set', () => {
    const parts: TestSound[] = [
      [0, 1],
      [10, 1],
    ];
    const onTime = lay(parts)[1]!.start;
    const early = lay(parts, { ...inTime, leadSeconds: 3 / 24 })[1]!.start;
    expect(Math.round((onTime - early) * 24)).toBe(3);
  });

  it('rests in long pauses and not between words', () => {
    const mouths = lay([
      [10, 0.5],
      [0, 0.1],
      [10, 0.5],
      [0, 0.9],
      [10, 0.5],
    ]);
    expect(at(mouths, 0.55)).not.toBe('v0');
    expect(at(mouths, 1.5)).toBe('v0');
  });

  it('does not rest on soft sounds between others', () => {
    const chart = chartOf(0, 1, 2, 10, 11, 12, 13, 14);
    const mouths = lay(
      [
        [14, 0.2],
        [8, 0.08],
        [5, 0.08],
        [12, 0.3],
        [0, 0.5],
      ],
      inTime,
      chart,
    );
    expect(mouths.slice(0, -1).map(({ drawing }) => drawing)).not.toContain('v0');
  });

  it('does not flutter between drawings that are nearly as good', () => {
    // Both are as far from “eh” as from each other; the loudness sways a little about the edge between them.
    const wide = (drawing: string, jaw: number) => ({
      ...{ drawing, label: drawing, articulation: { jaw }, mood: null },
    });
    const chart: MouthChart = { rest: 'v0', drawings: [wide('less', 0.4), wide('more', 0.6)] };
    const spoken = testTrack([10, 2]);
    const values = spoken.loudness.values.map((_, index) => -20 - (index % 20 < 10 ? 3.6 : 4.2));
    const track = { ...spoken, loudness: { rate: 100, values: [-20, ...values.slice(1)] } };
    const ones = { ...inTime, hold: 1, smooth: 0 };
    const mouths = select(track, ones, chart);
    expect(mouths.length).toBeLessThan(4);
  });

  it('meets the lips in the middle of their sound, not at its start', () => {
    const mouths = lay(
      [
        [10, 0.5],
        [1, 0.4],
        [10, 0.5],
      ],
      { ...inTime, hold: 1 },
    );
    const lips = mouths.find(({ drawing }) => drawing === 'v1')!;
    expect(lips.start).toBeLessThan(0.7);
    expect(lips.end).toBeGreaterThan(0.7);
  });

  it('rests at the edges of a line however short the silence there is', () => {
    const edges = lay(
      [
        [0, 0.2],
        [10, 0.5],
        [0, 0.2],
      ],
      { ...inTime, pause: 1 },
    );
    expect([edges[0]!.drawing, edges.at(-1)!.drawing]).toEqual(['v0', 'v0']);
  });

  it('rests all through a silent line', () => {
    expect(lay([[0, 2]])).toEqual([{ start: 0, end: 2, drawing: 'v0' }]);
  });

  it('opens wider for a shout than for a murmur', () => {
    const loud = testTrack([10, 1], [0, 1], [10, 1]);
    const values = loud.loudness.values.map((level, index) => (index < 100 ? level - 25 : level));
    const track = { ...loud, loudness: { rate: 100, values } };
    const mouths = select(track, inTime, full);
    const jaw = (time: number) =>
      full.drawings.find(({ drawing }) => drawing === at(mouths, time))!.articulation!.jaw!;
    expect(jaw(0.5)).toBeLessThan(jaw(2.5));
  });

  const sound = fc.tuple(fc.integer({ min: 0, max: 14 }), fc.integer({ min: 2, max: 60 }));
  it('holds every drawing, covers the line, and never fails, whatever is said', () => {
    fc.assert(
      fc.property(
        fc.array(sound, { minLength: 1, maxLength: 30 }),
        fc.integer({ min: 1, max: 4 }),
        fc.constantFrom<FrameRateName>('12', '24', '29.97', '60'),
        fc.constantFrom(full, two, chartOf(0, 1, 10)),
        (sounds, hold, frameRate, chart) => {
          const parts = sounds.map(([viseme, length]) => [viseme as Viseme, length / 100] as const);
          const fit = { ...inTime, hold };
          const mouths = lay(parts, fit, chart, frameRate);
          const duration = testTrack(...parts).duration;
          expect(mouths[0]!.start).toBe(0);
          expect(mouths.at(-1)!.end).toBeCloseTo(duration, 9);
          mouths.forEach((mouth, index) => {
            if (index > 0) expect(mouth.start).toBe(mouths[index - 1]!.end);
            if (index > 0) expect(mouth.drawing).not.toBe(mouths[index - 1]!.drawing);
            const last = index === mouths.length - 1;
            const frames = Math.round((mouth.end - mouth.start) * framesPerSecond(frameRate));
            if (!last && mouths.length > 1) expect(frames).toBeGreaterThanOrEqual(hold);
          });
          expect(lay(parts, fit, chart, frameRate)).toEqual(mouths);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('shows every p, b and m of ordinary talk', () => {
    const spoken = fc.tuple(fc.integer({ min: 3, max: 14 }), fc.integer({ min: 6, max: 20 }));
    fc.assert(
      fc.property(fc.array(spoken, { minLength: 2, maxLength: 12 }), (sounds) => {
        const parts = sounds.flatMap(([viseme, length]): TestSound[] => [
          [viseme as Viseme, length / 100 + 0.1],
          [1, 0.03],
        ]);
        const mouths = lay([...parts, [10, 0.3]]);
        let time = 0;
        for (const [viseme, length] of parts) {
          if (viseme === 1) {
            const met = mouths.some(
              ({ start, end, drawing }) =>
                drawing === 'v1' && start < time + length + 0.04 && end > time - 0.04,
            );
            expect(met).toBe(true);
          }
          time += length;
        }
      }),
      { numRuns: 60 },
    );
  });
});

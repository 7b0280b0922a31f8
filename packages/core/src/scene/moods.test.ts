import fc from 'fast-check';
import {
  moodAt,
  moodsSchema,
  moodStretches,
  withMoodBlend,
  withMoodFrom,
  withMoodMoved,
  withoutMoodChange,
  type WithMoods,
} from './moods';
import { toFlicks } from '../time';

const plain: WithMoods = { mood: null, pauseDrawing: null, moods: [], duration: 1000 };
const cross = { mood: 'cross', pauseDrawing: null };
const grin = { mood: null, pauseDrawing: 'grin' };

describe('moods of a line', () => {
  const two = withMoodFrom(withMoodFrom(plain, 600, grin), 300, cross);

  it('change at their times, and hold until the next change', () => {
    expect([0, 299, 300, 599, 600, 999].map((time) => moodAt(two, time))).toEqual([
      ...[plain, plain, cross, cross, grin, grin].map(({ mood, pauseDrawing }) => ({
        ...{ mood, pauseDrawing },
      })),
    ]);
    expect(moodStretches(two).map(({ start, end }) => [start, end])).toEqual([
      [0, 300],
      [300, 600],
      [600, 1000],
    ]);
  });
  it('begin with that of the line, which is set from its start', () => {
    const begun = withMoodFrom(two, 0, cross);
    expect(begun.mood).toBe('cross');
    expect(begun.moods.map(({ time }) => time)).toEqual([600]);
  });
  it('are set anew at the same time, and taken away', () => {
    expect(moodAt(withMoodFrom(two, 300, grin), 300)).toEqual(grin);
    expect(withMoodFrom(two, 300, grin).moods).toHaveLength(1);
    expect(withoutMoodChange(two, 300).moods).toEqual([{ ...grin, time: 600, blend: 0 }]);
    expect(withoutMoodChange(two, 301)).toEqual(two);
  });
  it('begin with a cut or a blend, which stays where the mood is another one', () => {
    const soft = withMoodBlend(two, 300, 40);
    expect(soft.moods.map(({ blend }) => blend)).toEqual([40, 0]);
    expect(withMoodFrom(soft, 300, { ...cross, mood: 'sad' }).moods[0]).toEqual({
      ...{ time: 300, mood: 'sad', pauseDrawing: null, blend: 40 },
    });
    expect(withMoodMoved(soft, 300, 350, 10).moods[0]!.blend).toBe(40);
    const blends = (blend: number) => [{ ...cross, time: 1, blend }];
    expect(moodsSchema.isValidSync(blends(toFlicks(2)))).toBe(true);
    expect(moodsSchema.isValidSync(blends(toFlicks(2) + 1))).toBe(false);
    expect(moodsSchema.isValidSync(blends(-1))).toBe(false);
  });
  it('are moved no further than to their neighbours', () => {
    const times = (to: number, from = 300) =>
      withMoodMoved(two, from, to, 10).moods.map(({ time }) => time);
    expect([times(400), times(900), times(-5)]).toEqual([
      [400, 600],
      [590, 600],
      [10, 600],
    ]);
    expect(times(2000, 600)).toEqual([300, 990]);
    expect(withMoodMoved(two, 301, 5, 10)).toBe(two);
  });
  it('leave out what begins after the end', () => {
    const short = { ...two, duration: 500 };
    expect(moodStretches(short).map(({ end }) => end)).toEqual([300, 500]);
  });
  it('always cover the voice in order, whatever is set', () => {
    const changes = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 999 }), fc.constantFrom(cross, grin, plain)),
    );
    fc.assert(
      fc.property(changes, (set) => {
        const line = set.reduce((now, [time, mood]) => withMoodFrom(now, time, mood), plain);
        const stretches = moodStretches(line);
        expect(stretches[0]!.start).toBe(0);
        expect(stretches.at(-1)!.end).toBe(1000);
        stretches.slice(1).forEach(({ start }, at) => expect(start).toBe(stretches[at]!.end));
        expect(moodsSchema.isValidSync(line.moods)).toBe(true);
        const last = set.at(-1);
        if (last) expect(moodAt(line, last[0]).mood).toBe(last[1].mood);
      }),
    );
  });
  it.each([[[{ ...cross, time: 0 }]], [[300, 300].map((time) => ({ ...cross, time }))]])(
    'are refused out of order',
    (moods) => {
      expect(moodsSchema.isValidSync(moods)).toBe(false);
    },
  );
});

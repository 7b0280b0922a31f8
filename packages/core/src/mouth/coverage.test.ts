import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { targetOf, VISEME_TARGETS } from './articulation';
import { chartInMood, coverageOf, moodsOf, withPauseDrawing } from './coverage';
import { nearestDrawing, type MouthChart, type MouthDrawing } from './mouthChart';
import type { Viseme } from '../speech/visemes';

const drawn = (viseme: Viseme, mood: string | null = null): MouthDrawing => ({
  drawing: `${mood ?? 'any'} ${viseme}`,
  label: String(viseme),
  articulation: targetOf(viseme),
  mood,
});
const smile: MouthDrawing = { drawing: 'smile', label: 'smile', articulation: null, mood: null };
const chart = (...drawings: MouthDrawing[]): MouthChart => ({
  rest: drawings[0]!.drawing,
  drawings,
});
const viseme = fc.integer({ min: 0, max: 14 }) as fc.Arbitrary<Viseme>;
/** Any subset of the sounds, silence always among them. */
const anyChart = fc
  .uniqueArray(viseme)
  .map((visemes) => chart(drawn(0), ...visemes.filter((one) => one > 0).map((one) => drawn(one))));
const share = evenly(0, 1);
const anyShape = fc.record({
  ...{ jaw: share, width: share, round: share, press: share, teeth: share, tongue: share },
});

describe('a chart', () => {
  it('shows for every shape one of its drawings, and never an expression', () => {
    fc.assert(
      fc.property(anyChart, anyShape, (some, shape) => {
        const shown = nearestDrawing({ ...some, drawings: [...some.drawings, smile] }, shape);
        expect(some.drawings.map(({ drawing }) => drawing)).toContain(shown);
      }),
    );
  });
  it('shows what was drawn for a sound, and borrows where nothing was', () => {
    fc.assert(
      fc.property(anyChart, (some) => {
        const covered = coverageOf(some);
        expect(covered).toHaveLength(VISEME_TARGETS.length);
        for (const { viseme: sound, drawing, own } of covered) {
          const has = some.drawings.find(({ label }) => label === String(sound));
          if (has) expect({ drawing, own }).toEqual({ drawing: has.drawing, own: true });
          else expect(some.drawings.map((entry) => entry.drawing)).toContain(drawing);
        }
      }),
    );
  });
  it('borrows from what looks alike', () => {
    const some = coverageOf(chart(drawn(0), drawn(10), drawn(14), drawn(7)));
    expect(some[13]).toMatchObject({ drawing: 'any 14', own: false });
    expect(some[1]).toMatchObject({ drawing: 'any 0', own: false });
    expect(some[11]!.drawing).toBe('any 10');
  });
});

describe('moods', () => {
  const moody = chart(drawn(0, 'glad'), drawn(10, 'glad'), drawn(0, 'cross'), drawn(14), smile);
  it('are told in their order', () => {
    expect(moodsOf(moody)).toEqual(['glad', 'cross']);
  });
  it('use their own drawings and those for every mood', () => {
    const cross = chartInMood(moody, 'cross');
    expect(cross.drawings.map(({ drawing }) => drawing)).toEqual(['cross 0', 'any 14', 'smile']);
    expect(cross.rest).toBe('cross 0');
  });
  it.each([null, 'never drawn'])('fall back on the first: %s', (mood) => {
    expect(chartInMood(moody, mood)).toEqual(chartInMood(moody, 'glad'));
  });
});

describe('silence', () => {
  const some = chart(drawn(0), drawn(10), smile);
  it('can show an expression, which pauses then know', () => {
    const silent = withPauseDrawing(some, 'smile');
    expect(silent.rest).toBe('smile');
    expect(nearestDrawing(silent, targetOf(10))).toBe('any 10');
    expect(silent.drawings[2]!.articulation).toEqual(targetOf(0));
  });
  it.each([null, 'gone'])('stays as it was: %s', (drawing) => {
    expect(withPauseDrawing(some, drawing)).toBe(some);
  });
});

import { testTrack } from '../testing/testTrack';
import { articulate } from './articulate';
import { DEFAULT_FIT, fitSettingsSchema } from './fitSettings';
import { openingOf } from './opening';

const repeat = (value: number, times: number) => new Array<number>(times).fill(value);
const speech = [...repeat(-65, 60), ...repeat(-18, 60), ...repeat(-40, 60), ...repeat(-65, 60)];
const loudness = { rate: 100, values: speech };

describe('openingOf', () => {
  const { values } = openingOf(loudness, DEFAULT_FIT);
  it('is shut in the room’s noise and open at the loudest', () => {
    expect(values[30]).toBe(0);
    expect(values[110]).toBeGreaterThan(0.95);
  });
  it('opens less for a murmur than for a call', () => {
    expect(values[170]).toBeGreaterThan(0.05);
    expect(values[170]).toBeLessThan(0.6);
  });
  it('needs no new numbers for a recording 20 dB quieter', () => {
    const quieter = { rate: 100, values: speech.map((level) => level - 20) };
    openingOf(quieter, DEFAULT_FIT).values.forEach((value, at) =>
      expect(value).toBeCloseTo(values[at]!, 9),
    );
  });
  it('opens wider with more strength, later with a higher gate', () => {
    const wide = openingOf(loudness, { ...DEFAULT_FIT, strength: 1.6 }).values[170]!;
    const gated = openingOf(loudness, { ...DEFAULT_FIT, gate: 0.8 }).values[170]!;
    expect(wide).toBeGreaterThan(values[170]!);
    expect(gated).toBeLessThan(0.001);
  });
  it('stays shut all through a silent recording', () => {
    expect(new Set(openingOf({ rate: 100, values: repeat(-100, 90) }, DEFAULT_FIT).values)).toEqual(
      new Set([0]),
    );
  });
});

it('gives an articulation whose jaw follows the loudness and which rests in pauses', () => {
  const shape = articulate(
    { ...testTrack([0, 0.6], [10, 1.2], [0, 0.6]), loudness },
    { ...DEFAULT_FIT, method: 'loudness' },
  );
  expect(shape(0.3)).toMatchObject({ jaw: 0, round: 0, width: 0.5 });
  expect(shape(1.1).jaw).toBeGreaterThan(0.95);
});

it.each([
  { gate: 1 },
  { smooth: -1 },
  { strength: 0 },
  { hold: 2.5 },
  { band: { low: 500, high: 400 } },
  { method: 'magic' },
])('refuses settings such as %j', (wrong) => {
  expect(fitSettingsSchema.isValidSync({ ...DEFAULT_FIT, ...wrong })).toBe(false);
  expect(fitSettingsSchema.isValidSync(DEFAULT_FIT)).toBe(true);
});

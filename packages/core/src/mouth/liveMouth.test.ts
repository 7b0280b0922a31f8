import type { Viseme } from '../speech/visemes';
import { targetOf } from './articulation';
import { DEFAULT_FIT } from './fitSettings';
import { LiveMouth } from './liveMouth';
import type { MouthChart } from './mouthChart';

const chart: MouthChart = {
  rest: 'v0',
  drawings: ([0, 1, 2, 10, 12, 14] as const).map((viseme) => ({
    drawing: `v${viseme}`,
    label: String(viseme),
    articulation: targetOf(viseme),
    mood: null,
  })),
};

/** What is shown in each moment of 10 ms while the given sounds are spoken. */
function shown(...sounds: readonly (readonly [Viseme | null, number, number?])[]): string[] {
  const mouth = new LiveMouth(chart, DEFAULT_FIT);
  return sounds.flatMap(([viseme, moments, level = -20]) =>
    Array.from({ length: moments }, () => mouth.follow({ viseme, level }).drawing),
  );
}

describe('LiveMouth', () => {
  it('rests until somebody speaks, and again afterwards', () => {
    const drawings = shown([0, 20, -70], [10, 30], [0, 40, -70]);
    expect(drawings.slice(0, 20)).toEqual(new Array(20).fill('v0'));
    expect(drawings[45]).toBe('v10');
    expect(drawings.at(-1)).toBe('v0');
  });
  it('shows closed lips at once, even for 20 ms', () => {
    const drawings = shown([10, 30], [1, 2], [10, 30]);
    expect(drawings[30]).toBe('v1');
  });
  it('holds each drawing for two frames at 24 a second, contacts apart', () => {
    const drawings = shown([10, 4], [14, 4], [12, 4], [10, 4], [14, 4], [12, 4], [10, 30]);
    let held = 0;
    drawings.slice(1).forEach((drawing, at) => {
      held++;
      if (drawing === drawings[at]) return;
      if (at > 8) expect(held).toBeGreaterThanOrEqual(8);
      held = 0;
    });
  });
  it('goes on as it is through an h', () => {
    expect(new Set(shown([12, 30], [null, 10]).slice(25))).toEqual(new Set(['v12']));
  });
  it('opens less for a murmur than for a call', () => {
    expect(shown([10, 40, -15]).at(-1)).toBe('v10');
    expect(shown([10, 40, -15], [10, 60, -45]).at(-1)).not.toBe('v10');
  });
});

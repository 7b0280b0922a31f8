import { STEP_RATE } from '@cruvo/core/simulation';
import { shapedBetween } from './reactionCurves';

describe('the curve of a reaction in view', () => {
  /** 1 for one step at each whole second, and how many steps were computed. */
  function spikes() {
    let computed = 0;
    const curve = (from: number, count: number) => {
      computed += count;
      return Float64Array.from({ length: count }, (_, at) =>
        (from + at) % STEP_RATE === 0 ? -1 : 0,
      );
    };
    return { curve, computed: () => computed };
  }

  it('keeps what is strongest, wherever it lies between two pixels', () => {
    const { curve } = spikes();
    const values = shapedBetween(curve, { start: 0.5, scale: 10 }, 25, 90)!;
    expect(values).toHaveLength(25);
    expect([...values.keys()].filter((x) => values[x] === -1)).toEqual([5, 15]);
  });
  it('is computed once, however often it is painted', () => {
    const { curve, computed } = spikes();
    shapedBetween(curve, { start: 0, scale: 40 }, 80, 90);
    const once = computed();
    shapedBetween(curve, { start: 0.5, scale: 80 }, 80, 90);
    expect(computed()).toBe(once);
  });
  it('is left out where too much is in view', () => {
    expect(shapedBetween(spikes().curve, { start: 0, scale: 1 }, 100, 90)).toBeNull();
  });
});

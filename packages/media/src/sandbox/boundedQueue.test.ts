import { BoundedQueue } from './boundedQueue';

const settled = () => new Promise((resolve) => setImmediate(resolve));

/** Somebody who enters, with what was heard of the place. */
function entering(queue: BoundedQueue, signal?: AbortSignal) {
  const places: number[] = [];
  const entered = { leave: null as (() => void) | null, problem: null as unknown, places };
  queue
    .enter((place) => places.push(place), signal)
    .then(
      (leave) => (entered.leave = leave),
      (problem: unknown) => (entered.problem = problem),
    );
  return entered;
}

describe('BoundedQueue', () => {
  const limits = { atOnce: 2, waiting: 3 };

  it('lets in so many, tells the others their places, and moves up when one leaves', async () => {
    const queue = new BoundedQueue(limits);
    const all = Array.from({ length: 5 }, () => entering(queue));
    await settled();
    expect(all.map(({ leave }) => leave !== null)).toEqual([true, true, false, false, false]);
    expect(all.map(({ places }) => places)).toEqual([[], [], [1], [2], [3]]);
    all[1]!.leave!();
    await settled();
    expect(all.map(({ leave }) => leave !== null)).toEqual([true, true, true, false, false]);
    expect(all.map(({ places }) => places.at(-1))).toEqual([undefined, undefined, 1, 1, 2]);
    // Leaving twice is leaving once.
    all[1]!.leave!();
    await settled();
    expect(all[3]!.leave).toBeNull();
  });

  it('is busy where too many wait, and free again afterwards', async () => {
    const queue = new BoundedQueue(limits);
    const all = Array.from({ length: 6 }, () => entering(queue));
    await settled();
    expect(all[5]!.problem).toMatchObject({ code: 'busy' });
    expect(() => queue.check()).toThrow(/busy/);
    all[0]!.leave!();
    await settled();
    expect(() => queue.check()).not.toThrow();
    expect(entering(queue).problem).toBeNull();
  });

  it('is left by those who give up, also before they come', async () => {
    const queue = new BoundedQueue({ atOnce: 1, waiting: 3 });
    const inside = entering(queue);
    const stop = new AbortController();
    const [given, next] = [entering(queue, stop.signal), entering(queue)];
    await settled();
    stop.abort();
    await settled();
    expect(given.problem).toMatchObject({ code: 'cancelled' });
    expect(next.places).toEqual([2, 1]);
    inside.leave!();
    await settled();
    expect([given.leave, next.leave !== null]).toEqual([null, true]);
    const never = entering(queue, stop.signal);
    await settled();
    expect(never.problem).toMatchObject({ code: 'cancelled' });
  });

  it('is empty again when all have left', async () => {
    const queue = new BoundedQueue({ atOnce: 1, waiting: 3 });
    for (let turn = 0; turn < 3; turn++) {
      const one = entering(queue);
      await settled();
      expect([one.leave !== null, one.places]).toEqual([true, []]);
      one.leave!();
    }
  });
});

import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { clearlyHeard, type TestPhone } from '../../testing/testSpeech';
import { PHONE_COUNT, PHONES, SILENT_PHONE } from '../model/phones';
import { readArpabet } from '../script/pronouncer';
import { PAUSE_COSTS, timePhones } from './timePhones';

const PRIORS = new Float64Array(PHONE_COUNT);
const anywhere = { from: 0, to: Infinity };
const lay = (words: readonly string[], ...heard: readonly TestPhone[]) =>
  timePhones(
    words.map((word) => ({ phones: readArpabet(word), ...anywhere })),
    clearlyHeard(...heard),
    PRIORS,
  );

describe('timePhones', () => {
  it('lays each phone where it is heard, with pauses where they are', () => {
    const heard: TestPhone[] = [
      ['sil', 10],
      ['m', 5],
      ['ah', 9],
      ['d', 4],
      ['sil', 12],
      ['b', 6],
      ['iy', 14],
      ['sil', 3],
    ];
    const timed = lay(['m ah d', 'b iy'], ...heard)!;
    expect(timed.map(({ phone, start, end }) => [PHONES[phone], end - start])).toEqual(heard);
    expect(timed.map(({ word }) => word)).toEqual([null, 0, 0, 0, null, 1, 1, null]);
  });

  it('needs no pause at the beginning, between words, or at the end', () => {
    const timed = lay(['m ah', 'b iy'], ['m', 5], ['ah', 5], ['b', 5], ['iy', 5])!;
    expect(timed.map(({ word }) => word)).toEqual([0, 0, 1, 1]);
  });

  it('gives every phone two frames even where something else was heard', () => {
    const timed = lay(['m ah d'], ['m', 20], ['d', 20])!;
    expect(timed.map(({ phone }) => PHONES[phone])).toEqual(['m', 'ah', 'd']);
    timed.forEach(({ start, end }) => expect(end - start).toBeGreaterThanOrEqual(2));
  });

  it('looks for a word nowhere but where it lies', () => {
    const heard = clearlyHeard(['m', 6], ['sil', 10], ['m', 6], ['sil', 10], ['m', 6]);
    const phones = readArpabet('m');
    const start = (from: number, to: number) =>
      timePhones([{ phones, from, to }], heard, PRIORS)!.find(({ word }) => word === 0)!.start;
    expect([start(0, 10), start(12, 26), start(26, 38)]).toEqual([0, 16, 32]);
  });

  it('says when there is no room', () => {
    expect(lay(['m ah d'], ['m', 4])).toBeNull();
  });

  it('finds the best of all ways to lay two phones', () => {
    const value = evenly(-5, 0);
    const [first, second] = readArpabet('m ah') as [number, number];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(value, value, value), { minLength: 4, maxLength: 10 }),
        (frames) => {
          const heard = new Float32Array(frames.length * PHONE_COUNT).fill(-50);
          frames.forEach(([m, ah, sil], frame) => {
            heard[frame * PHONE_COUNT + first] = m;
            heard[frame * PHONE_COUNT + second] = ah;
            heard[frame * PHONE_COUNT + SILENT_PHONE] = sil;
          });
          const score = (bounds: readonly number[], phones: readonly number[]) =>
            phones.reduce((sum, phone, at) => {
              const frames = bounds[at + 1]! - bounds[at]!;
              if (phone === SILENT_PHONE && frames > 0)
                sum -= PAUSE_COSTS.begins + frames * PAUSE_COSTS.eachFrame;
              for (let frame = bounds[at]!; frame < bounds[at + 1]!; frame++)
                sum += heard[frame * PHONE_COUNT + phone]!;
              return sum;
            }, 0);
          let best = -Infinity;
          const n = frames.length;
          const pauseOrMore = (length: number) => length === 0 || length >= 2;
          for (let a = 0; a <= n; a++)
            for (let b = a + 2; b <= n; b++)
              for (let c = b + 2; c <= n; c++)
                if (pauseOrMore(a) && pauseOrMore(n - c)) {
                  const phones = [SILENT_PHONE, first, second, SILENT_PHONE];
                  best = Math.max(best, score([0, a, b, c, n], phones));
                }
          const timed = timePhones([{ phones: [first, second], ...anywhere }], heard, PRIORS)!;
          const found = timed.reduce(
            (sum, { phone, start, end }) => sum + score([start, end], [phone]),
            0,
          );
          expect(found).toBeCloseTo(best, 3);
        },
      ),
      { numRuns: 60 },
    );
  });
});

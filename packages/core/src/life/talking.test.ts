import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { bearingOf } from './bearing';
import { breathOf } from './breath';
import { gazeOf } from './gaze';
import { talkingBlinks } from './talkingBlinks';
import { utteranceAt, type Utterance } from './talk';

const LENGTH = 60;
/** Phrases in order and apart. */
const talks = fc
  .array(fc.tuple(evenly(0.3, 4), evenly(0.3, 5)), {
    maxLength: 14,
  })
  .map((parts) => {
    let time = 0;
    return parts.map(([pause, lasts]): Utterance => {
      const start = time + pause;
      time = start + lasts;
      return { start, end: time };
    });
  });
const seeds = fc.integer();

describe('blinks of somebody who talks', () => {
  it('are in order, apart, and never in the midst of a short phrase', () => {
    fc.assert(
      fc.property(seeds, talks, (seed, talk) => {
        let before = -1;
        for (const { start, end } of talkingBlinks(seed, LENGTH, talk)) {
          expect(start - before).toBeGreaterThan(0.5);
          expect(end).toBeGreaterThan(start);
          const phrase = utteranceAt(talk, start);
          expect(
            phrase === undefined || phrase.end - phrase.start >= 2.5 || start - phrase.start < 0.4,
          ).toBe(true);
          before = end;
        }
      }),
    );
  });
  it('come at the end of most phrases, and more often than at rest', () => {
    const talk = Array.from({ length: 30 }, (_, at) => ({ start: 4 * at + 1, end: 4 * at + 3 }));
    const blinks = talkingBlinks(5, 120, talk);
    const atEnds = talk.filter(({ end }) =>
      blinks.some(({ start }) => Math.abs(start - end - 0.06) < 1e-9),
    );
    expect(atEnds.length).toBeGreaterThan(15);
    expect(blinks.length).toBeGreaterThan(talkingBlinks(5, 120, []).length);
  });
});

describe('gaze', () => {
  const others = { across: 1, talk: [] };
  it('is in order, within bounds, the same for the same seed and another for another', () => {
    fc.assert(
      fc.property(seeds, talks, (seed, talk) => {
        const gaze = gazeOf(seed, LENGTH, talk, others);
        gaze.forEach(({ time, across, down }, at) => {
          expect(time).toBeGreaterThanOrEqual(at === 0 ? 0 : gaze[at - 1]!.time);
          expect(Math.max(Math.abs(across), Math.abs(down))).toBeLessThanOrEqual(1);
        });
        expect(gazeOf(seed, LENGTH, talk, others)).toEqual(gaze);
      }),
    );
    expect(gazeOf(1, LENGTH, [], others)).not.toEqual(gazeOf(2, LENGTH, [], others));
  });
  it('rests on the other most of the time, longer while listening', () => {
    const share = (talk: readonly Utterance[]) => {
      const gaze = gazeOf(3, 600, talk, others);
      const at = gaze.map(({ time, across }, index) =>
        across > 0.5 ? (gaze[index + 1]?.time ?? 600) - time : 0,
      );
      return at.reduce((sum, one) => sum + one, 0) / 600;
    };
    const talking = share([{ start: 0, end: 600 }]);
    expect(talking).toBeGreaterThan(0.55);
    expect(share([])).toBeGreaterThan(talking);
  });
  it('goes away from the other before many phrases, while thinking', () => {
    const talk = Array.from({ length: 60 }, (_, at) => ({ start: 4 * at + 2, end: 4 * at + 4 }));
    const gaze = gazeOf(9, 240, talk, others);
    const thinking = talk.filter(({ start }) =>
      gaze.some(({ time, across }) => Math.abs(time - start + 0.35) < 1e-9 && across < 0),
    );
    expect(thinking.length).toBeGreaterThan(10);
    expect(thinking.length).toBeLessThan(50);
  });
});

describe('breath', () => {
  it('is full as a phrase begins after a pause, and goes out while it is said', () => {
    fc.assert(
      fc.property(seeds, talks, (seed, talk) => {
        const knots = breathOf(seed, LENGTH, talk);
        knots.forEach(({ time, value }, at) => {
          expect(value).toBeGreaterThan(0);
          expect(value).toBeLessThanOrEqual(1);
          expect(time).toBeGreaterThanOrEqual(knots[at - 1]?.time ?? 0);
        });
      }),
    );
    const knots = breathOf(1, 20, [{ start: 8, end: 10 }]);
    const at = (time: number) => knots.find((knot) => knot.time === time)!.value;
    expect(at(8)).toBe(1);
    expect(at(10)).toBeLessThan(at(8));
    // It also breathes where nothing is said.
    expect(knots.filter(({ time }) => time < 7).length).toBeGreaterThan(3);
  });
});

describe('bearing', () => {
  it('is another for each phrase, shortly before it begins', () => {
    const talk = [
      { start: 1, end: 2 },
      { start: 2.4, end: 3 },
      { start: 8, end: 9 },
    ];
    const knots = bearingOf(2, talk);
    for (const { start } of talk) {
      expect(knots.some(({ time }) => start - time > 0 && start - time < 0.2)).toBe(true);
    }
    // Back towards the middle in the long pause.
    const inPause = knots.find(({ time }) => time > 3 && time < 7)!;
    expect(Math.abs(inPause.value)).toBeLessThan(0.3);
  });
});

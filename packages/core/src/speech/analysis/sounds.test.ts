import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { testNumbers } from '../../testing/testSpeech';
import { PHONE_COUNT, phoneIndex, SILENT_PHONE, visemeOf } from '../model/phones';
import type { SpokenPhone } from '../spokenPhone';
import { calibrated, soundsOf, VisemeShares } from './sounds';

const AS_IS = { stated: [0, 1], right: [0, 1] };
const sharesOf = (frames: number) => {
  const shares = new VisemeShares();
  shares.push(new Float32Array(frames * PHONE_COUNT).fill(Math.log(1 / PHONE_COUNT)));
  return shares;
};
/** Phones one after the other, each so many frames long. */
function spoken(...phones: readonly (readonly [phone: number, frames: number])[]): SpokenPhone[] {
  let at = 0;
  return phones.map(([phone, frames]) => ({ phone, start: at, end: (at += frames), word: null }));
}

describe('soundsOf', () => {
  it('touches, in order, from the beginning to the recording’s end', () => {
    const phone = fc.tuple(
      fc.integer({ min: 0, max: PHONE_COUNT - 1 }),
      fc.integer({ min: 1, max: 40 }),
    );
    fc.assert(
      fc.property(fc.array(phone, { maxLength: 30 }), evenly(0.01, 3), (phones, duration) => {
        const list = spoken(...phones);
        const sounds = soundsOf(list, sharesOf(list.at(-1)?.end ?? 0), AS_IS, duration);
        expect(sounds[0]!.start).toBe(0);
        expect(sounds.at(-1)!.end).toBe(duration);
        sounds.slice(1).forEach(({ start }, at) => expect(start).toBe(sounds[at]!.end));
        for (const { start, end } of sounds) expect(end).toBeGreaterThan(start);
      }),
    );
  });
  it('gives h the mouth of what follows, and silence no phone', () => {
    const [h, uw] = [phoneIndex('hh'), phoneIndex('uw')];
    const sounds = soundsOf(spoken([SILENT_PHONE, 5], [h, 5], [uw, 9]), sharesOf(19), AS_IS, 0.19);
    expect(sounds.map(({ phone, viseme }) => [phone, viseme])).toEqual([
      [null, 0],
      ['hh', visemeOf(uw, undefined)],
      ['uw', visemeOf(uw, undefined)],
    ]);
  });
  it('is one silence where nothing was heard', () => {
    expect(soundsOf([], new VisemeShares(), AS_IS, 0.2)).toEqual([
      { start: 0, end: 0.2, viseme: 0, phone: null, word: null, confidence: 1 },
    ]);
  });
});

describe('VisemeShares', () => {
  it('tells the mean share of a viseme, to less than a hundredth, however the frames come', () => {
    const frames = 40;
    const answers = new Float32Array(frames * PHONE_COUNT);
    for (let frame = 0; frame < frames; frame++) {
      const raw = testNumbers(PHONE_COUNT, frame + 1).map((value) => Math.exp(6 * value));
      const sum = raw.reduce((total, value) => total + value, 0);
      raw.forEach((value, phone) => (answers[frame * PHONE_COUNT + phone] = Math.log(value / sum)));
    }
    const [one, cut] = [new VisemeShares(), new VisemeShares()];
    one.push(answers);
    cut.push(answers.subarray(0, 13 * PHONE_COUNT));
    cut.push(answers.subarray(13 * PHONE_COUNT));
    const lips = ['p', 'b', 'm'].map(phoneIndex);
    const exact = (from: number, to: number) => {
      let sum = 0;
      for (let frame = from; frame < to; frame++) {
        for (const phone of lips) sum += Math.exp(answers[frame * PHONE_COUNT + phone]!);
      }
      return sum / (to - from);
    };
    for (const [start, end] of [
      [0, 40],
      [10, 17],
      [39, 40],
    ] as const) {
      const span = { phone: lips[0]!, start, end, word: null };
      expect(Math.abs(one.meanOf(span, 1) - exact(start, end))).toBeLessThan(0.01);
      expect(cut.meanOf(span, 1)).toBe(one.meanOf(span, 1));
    }
  });
});

describe('calibrated', () => {
  it('runs on a line through the knots, and stays at its ends', () => {
    const knots = { stated: [0.2, 0.6, 0.9], right: [0.5, 0.7, 0.99] };
    expect(calibrated(0, knots)).toBe(0.5);
    expect(calibrated(0.4, knots)).toBeCloseTo(0.6);
    expect(calibrated(0.6, knots)).toBeCloseTo(0.7);
    expect(calibrated(1, knots)).toBe(0.99);
  });
});

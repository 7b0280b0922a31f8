import { leastConfident } from './leastConfident';
import type { Sound } from './voiceTrack';

const sound = (confidence: number, viseme: Sound['viseme'] = 10): Sound => ({
  ...{ start: 0, end: 0.1, viseme, phone: null, word: null },
  confidence,
});
const confidences = (sounds: readonly Sound[]) => sounds.map(({ confidence }) => confidence);

describe('leastConfident', () => {
  it('is every unsure sound, in order, and no silence', () => {
    const sounds = [sound(0.9), sound(0.6), sound(0.1, 0), sound(0.3)];
    expect(confidences(leastConfident(sounds))).toEqual([0.6, 0.3]);
  });
  it('is the least sure twentieth where all are sure', () => {
    const sounds = Array.from({ length: 40 }, (_, at) => sound(0.99 - at / 1000));
    expect(confidences(leastConfident(sounds))).toEqual(
      [0.952, 0.951].map((value) => expect.closeTo(value)),
    );
  });
  it('is nothing where nobody speaks', () => {
    expect(leastConfident([sound(0.2, 0)])).toEqual([]);
    expect(leastConfident([])).toEqual([]);
  });
});

import fc from 'fast-check';
import { measureLevels, voicelessReason } from './levels';

const repeat = (value: number, times: number) => new Array<number>(times).fill(value);

describe('measureLevels', () => {
  it('finds the room and the speech in a recording of both', () => {
    const levels = measureLevels([...repeat(-62, 100), ...repeat(-20, 100), ...repeat(-61, 50)]);
    expect(levels.floor).toBeCloseTo(-62, 0);
    expect(levels.peak).toBeCloseTo(-20, 0);
  });

  it('does not let digital silence drag the floor far below the speech', () => {
    const { floor, peak } = measureLevels([...repeat(-100, 500), ...repeat(-12, 100)]);
    expect(peak - floor).toBe(50);
  });

  it('keeps the peak of one short word in a long silence', () => {
    expect(measureLevels([...repeat(-90, 5000), ...repeat(-18, 30)]).peak).toBe(-18);
  });

  it('lifts both limits by what the whole recording is louder', () => {
    const level = fc.integer({ min: -60, max: -10 });
    fc.assert(
      fc.property(
        fc.array(level, { minLength: 5 }),
        fc.integer({ min: 1, max: 9 }),
        (values, gain) => {
          const plain = measureLevels(values);
          const louder = measureLevels(values.map((value) => value + gain));
          expect(louder.floor).toBeCloseTo(plain.floor + gain, 6);
          expect(louder.peak).toBeCloseTo(plain.peak + gain, 6);
        },
      ),
    );
  });
});

describe('voicelessReason', () => {
  it.each([
    ['a completely silent recording', repeat(-100, 50), /completely silent/],
    ['nothing at all', [], /completely silent/],
    ['a recording far too quiet', [...repeat(-90, 50), ...repeat(-72, 50)], /almost silent/],
    ['steady noise', repeat(-30, 50), /No voice stands out/],
  ])('says why %s opens no mouth', (_what, values, sentence) => {
    expect(voicelessReason(measureLevels(values))).toMatch(sentence);
  });

  it('has nothing to say of a voice', () => {
    expect(voicelessReason(measureLevels([...repeat(-60, 50), ...repeat(-20, 50)]))).toBeNull();
  });
});

import fc from 'fast-check';
import { MEL_BANDS, MelAnalyser } from './melBands';
import { Resampler } from './resample';
import { bandLoudness, SPECTRUM_EDGES, SpectrumMeter } from './spectrum';

const tone = (hertz: number, rate: number, seconds: number, level = 0.5) =>
  Float32Array.from(
    { length: Math.round(rate * seconds) },
    (_, at) => level * Math.sin((2 * Math.PI * hertz * at) / rate),
  );
const rms = (samples: Float32Array) =>
  Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);
const joined = (pieces: readonly Float32Array[]) =>
  Float32Array.from(pieces.flatMap((piece) => [...piece]));

/** Feeds samples in pieces whose lengths repeat. */
function inPieces<Result>(
  samples: Float32Array,
  lengths: readonly number[],
  take: (piece: Float32Array) => Result,
): Result[] {
  const results: Result[] = [];
  for (let at = 0, index = 0; at < samples.length; index++) {
    const end = at + lengths[index % lengths.length]!;
    results.push(take(samples.subarray(at, end)));
    at = end;
  }
  return results;
}

describe('Resampler', () => {
  it.each([8000, 11_025, 22_050, 44_100, 48_000, 96_000])(
    'keeps a tone from %d Hz in its place and at its level',
    (rate) => {
      const resampler = new Resampler(rate, 16_000);
      const out = joined([resampler.push(tone(1000, rate, 0.5)), resampler.finish()]);
      const expected = tone(1000, 16_000, 0.5);
      expect(Math.abs(out.length - expected.length)).toBeLessThanOrEqual(1);
      for (let at = 400; at < 7600; at += 7) expect(out[at]).toBeCloseTo(expected[at]!, 2);
    },
  );
  it('lets nothing above the new limit through', () => {
    const resampler = new Resampler(48_000, 16_000);
    const high = tone(11_000, 48_000, 0.5);
    // Its sudden beginning is a click, which has all frequencies.
    const out = resampler.push(high).subarray(800);
    expect(20 * Math.log10(rms(out) / rms(high))).toBeLessThan(-60);
  });
  it('gives the same however the input is cut', () => {
    const samples = tone(700, 44_100, 0.1);
    const whole = new Resampler(44_100, 16_000);
    const expected = joined([whole.push(samples), whole.finish()]);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 1, maxLength: 5 }),
        (lengths) => {
          const cut = new Resampler(44_100, 16_000);
          const pieces = inPieces(samples, lengths, (piece) => cut.push(piece));
          expect(joined([...pieces, cut.finish()])).toEqual(expected);
        },
      ),
      { numRuns: 20 },
    );
  });
});

describe('MelAnalyser', () => {
  it('finds a full-scale tone at about 0 dB in the band that holds it', () => {
    const { bands, levels } = new MelAnalyser().push(tone(1000, 16_000, 0.3, 1));
    const frame = [...bands.subarray(10 * MEL_BANDS, 11 * MEL_BANDS)];
    const loudest = frame.indexOf(Math.max(...frame));
    expect(levels[10]).toBeGreaterThan(-3);
    expect(levels[10]).toBeLessThan(3);
    expect(Math.max(...frame) - frame[(loudest + 10) % MEL_BANDS]!).toBeGreaterThan(40);
  });
  it('has one frame for each 10 ms begun, and the same however the input is cut', () => {
    const samples = tone(440, 16_000, 0.213);
    const whole = new MelAnalyser();
    const expected = joined([whole.push(samples).bands, whole.finish().bands]);
    expect(expected).toHaveLength(22 * MEL_BANDS);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 700 }), { minLength: 1, maxLength: 5 }),
        (lengths) => {
          const cut = new MelAnalyser();
          const pieces = inPieces(samples, lengths, (piece) => cut.push(piece).bands);
          expect(joined([...pieces, cut.finish().bands])).toEqual(expected);
        },
      ),
      { numRuns: 20 },
    );
  });
});

describe('a kept spectrum', () => {
  it('tells the loudness of one band from that of another', () => {
    const analyser = new MelAnalyser();
    const meter = new SpectrumMeter();
    meter.push(analyser.push(tone(500, 16_000, 0.5)));
    meter.push(analyser.push(tone(3000, 16_000, 0.5)));
    meter.push(analyser.finish());
    const spectrum = meter.finish();
    const low = bandLoudness(spectrum, { low: 300, high: 800 });
    const high = bandLoudness(spectrum, { low: 2000, high: 4000 });
    expect(low.values[10]! - high.values[10]!).toBeGreaterThan(30);
    expect(high.values[40]! - low.values[40]!).toBeGreaterThan(30);
    expect(low.values).toHaveLength(50);
  });
  it('answers for a band narrower than its own', () => {
    const meter = new SpectrumMeter();
    meter.push(new MelAnalyser().push(tone(500, 16_000, 0.5)));
    const { low, high } = SPECTRUM_EDGES[3]!;
    expect(
      bandLoudness(meter.finish(), { low: low + 1, high: Math.min(high, low + 2) }).values.length,
    ).toBeGreaterThan(20);
  });
});

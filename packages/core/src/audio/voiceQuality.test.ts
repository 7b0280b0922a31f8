import { MelAnalyser } from './melBands';
import { LoudnessMeter } from './loudness';
import { SpectrumMeter } from './spectrum';
import { ClippingMeter, measureQuality, voiceFindings } from './voiceQuality';

const RATE = 16_000;
/** A repeatable noise, -1 to 1. */
function noise(at: number): number {
  const mixed = Math.imul(at ^ 0x9e3779b9, 0x85ebca6b);
  return (((mixed ^ (mixed >>> 13)) >>> 0) % 65_536) / 32_768 - 1;
}
const speaks = (time: number) => time % 1 < 0.6;

/** A buzz like a voice for six tenths of each second, over a background. */
function recording(background: (time: number, at: number) => number, gain = 0.3): Float32Array {
  return Float32Array.from({ length: 6 * RATE }, (_, at) => {
    const time = at / RATE;
    const voice = speaks(time)
      ? [1, 2, 3, 5, 9, 17, 31].reduce(
          (sum, k) => sum + Math.sin(2 * Math.PI * 150 * k * time) / 3,
          0,
        )
      : 0;
    return Math.max(-1, Math.min(1, gain * voice + background(time, at)));
  });
}

function check(samples: Float32Array, isSpoken = speaks) {
  const loudness = new LoudnessMeter(RATE);
  const analyser = new MelAnalyser();
  const spectrum = new SpectrumMeter();
  const clipping = new ClippingMeter(RATE);
  loudness.push(samples);
  clipping.push(samples);
  spectrum.push(analyser.push(samples));
  spectrum.push(analyser.finish());
  const quality = measureQuality(
    loudness.finish(),
    spectrum.finish(),
    clipping.times.length,
    isSpoken,
  );
  return { quality, kinds: voiceFindings(quality).map(({ kind }) => kind) };
}

describe('the voice check', () => {
  it('finds nothing wrong with a clear voice', () => {
    expect(check(recording((_, at) => 0.0005 * noise(at))).kinds).toEqual([]);
  });
  it('hears a noisy room', () => {
    const { quality, kinds } = check(recording((_, at) => 0.08 * noise(at)));
    expect(kinds).toEqual(['noise']);
    expect(quality.speechLevel! - quality.backgroundLevel!).toBeLessThan(20);
  });
  it('tells hum from music', () => {
    const hum = (time: number) => 0.08 * Math.sin(2 * Math.PI * 430 * time);
    const tune = (time: number) =>
      0.08 * Math.sin(2 * Math.PI * [430, 980, 2100, 650][Math.floor(time / 0.3) % 4]! * time);
    expect(check(recording(hum)).kinds).toEqual(['hum']);
    expect(check(recording(tune)).kinds).toEqual(['music']);
  });
  it('sees peaks that are cut off', () => {
    const { quality, kinds } = check(recording((_, at) => 0.0005 * noise(at), 3));
    expect(quality.clippedPerMinute).toBeGreaterThan(60);
    expect(kinds).toContain('clipping');
  });
  it('says when a voice is very quiet', () => {
    expect(check(recording((_, at) => 0.00001 * noise(at), 0.002)).kinds).toContain('quiet');
  });
  it('hears an echoing room', () => {
    const ringing = (time: number, at: number) =>
      speaks(time) ? 0 : 0.3 * Math.exp(-((time % 1) - 0.6) * 7) * noise(at);
    expect(check(recording(ringing)).kinds).toContain('echo');
    expect(check(recording(() => 0)).kinds).not.toContain('echo');
  });
  it('tells silence from sound without a voice', () => {
    expect(check(new Float32Array(RATE), () => false).kinds).toEqual(['silent']);
    expect(
      check(
        recording((_, at) => 0.1 * noise(at), 0),
        () => false,
      ).kinds,
    ).toEqual(['voiceless']);
  });
});

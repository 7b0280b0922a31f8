import { VoiceCheck } from './voiceCheck';

const RATE = 16_000;
const SECONDS = 12;
/** A repeatable noise, -1 to 1. */
function noise(at: number): number {
  const mixed = Math.imul(at ^ 0x9e3779b9, 0x85ebca6b);
  return (((mixed ^ (mixed >>> 13)) >>> 0) % 65_536) / 32_768 - 1;
}
interface Speaker {
  readonly hertz: number;
  /** How much weaker each overtone is. */
  readonly dull: number;
}
const FIRST: Speaker = { hertz: 110, dull: 0.5 };

/** Somebody speaks for six tenths of each second. */
function recording(
  speaker: (second: number) => Speaker,
  background: (time: number, at: number) => number = (_, at) => 0.0005 * noise(at),
  gain: (time: number) => number = () => 0.3,
): Float32Array {
  return Float32Array.from({ length: SECONDS * RATE }, (_, at) => {
    const time = at / RATE;
    const { hertz, dull } = speaker(Math.floor(time));
    const voice =
      time % 1 < 0.6
        ? Array.from(
            { length: 20 },
            (_, k) => Math.sin(2 * Math.PI * hertz * (k + 1) * time) / (k + 1) ** dull,
          ).reduce((sum, part) => sum + part / 4, 0)
        : 0;
    return Math.max(-1, Math.min(1, gain(time) * voice + background(time, at)));
  });
}

function check(samples: Float32Array) {
  const check = new VoiceCheck(RATE);
  check.push(samples.subarray(0, 50_000));
  check.push(samples.subarray(50_000));
  return check.finish();
}

describe('a voice that is checked before anything is fitted', () => {
  it('has no troubles where it is clear', () => {
    const { troubles, quality } = check(recording(() => FIRST));
    expect(troubles).toEqual([]);
    expect(quality.spoken).toBeCloseTo(0.6, 1);
  });
  it('is cut off where it is too loud', () => {
    const { troubles } = check(
      recording(
        () => FIRST,
        () => 0,
        (time) => (time > 4 && time < 7 ? 3 : 0.3),
      ),
    );
    expect(new Set(troubles.map(({ kind }) => kind))).toEqual(new Set(['clipping']));
    expect(troubles[0]!.start).toBeCloseTo(4, 1);
    expect(troubles.at(-1)!.end).toBeGreaterThan(6);
    expect(troubles.at(-1)!.end).toBeLessThan(7);
  });
  it('has a hum or music where they are heard', () => {
    const under = (hertz: (time: number) => number) =>
      check(
        recording(
          () => FIRST,
          (time) => (time > 3 ? 0.04 * Math.sin(2 * Math.PI * hertz(time) * time) : 0),
        ),
      ).troubles;
    const [hum, ...more] = under(() => 400);
    expect(more).toEqual([]);
    expect(hum!.kind).toBe('hum');
    expect(hum!.start).toBeGreaterThan(3);
    expect(hum!.start).toBeLessThan(4);
    expect(hum!.end).toBeGreaterThan(11);
    const tune = [300, 500, 800, 1300, 2100];
    const [music] = under((time) => tune[Math.floor(time) % tune.length]!);
    expect(music!.kind).toBe('music');
  });
  it('is joined by a second voice where pitch and timbre are another’s', () => {
    const second = { hertz: 230, dull: 1.6 };
    const { troubles } = check(recording((at) => ([4, 5, 9].includes(at) ? second : FIRST)));
    expect(troubles.map(({ kind, start }) => [kind, Math.round(start)])).toEqual([
      ['second voice', 4],
      ['second voice', 9],
    ]);
    expect(troubles[0]!.end).toBeCloseTo(5.6, 1);
  });
  it('is one voice where only the pitch is another', () => {
    const higher = { hertz: 150, dull: 0.5 };
    expect(check(recording((at) => (at % 3 === 0 ? higher : FIRST))).troubles).toEqual([]);
  });
});

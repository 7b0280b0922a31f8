import { STEP_RATE } from '../simulation';
import type { VoiceTrack } from '../speech/voiceTrack';
import { testTrack } from '../testing/testTrack';
import type { PlacedVoice } from './placedVoices';
import { signalCurve } from './signalCurves';

const AT_ONCE = { low: null, high: null };

/** Two seconds that are spoken, the first at one level and the second at another, dBFS. */
function spoken(first: number, second: number): VoiceTrack {
  const track = testTrack([10, 2, 'a']);
  const values = track.loudness.values.map((_, at) => (at < 100 ? first : second));
  return { ...track, loudness: { rate: 100, values } };
}
const placed = (line: string, speaker: string, start: number, track: VoiceTrack): PlacedVoice => ({
  ...{ line, speaker, track, start, end: start + track.duration, shift: start },
});
const valueOf = (
  voices: readonly PlacedVoice[],
  kind: 'loudness' | 'left loudness' | 'right loudness',
  time: number,
  ends: { low: number | null; high: number | null } = AT_ONCE,
) => {
  const scene = { voices, places: new Map(), length: 60 };
  const curve = signalCurve(scene, 'me', { kind, of: 'everyone' }, ends);
  return curve(Math.round(time * STEP_RATE), 1)[0]!;
};

describe('the loudness of several voices', () => {
  const one = placed('one', 'me', 0, spoken(-40, -20));
  const other = placed('other', 'you', 0, spoken(-50, -30));
  it('goes from the quiet end of a recording to its loud one, whatever its level', () => {
    for (const voice of [one, other]) {
      expect(valueOf([voice], 'loudness', 0.5)).toBeCloseTo(0, 6);
      expect(valueOf([voice], 'loudness', 1.5)).toBeCloseTo(1, 6);
    }
  });
  it('is that of both powers where they are heard at once', () => {
    // Twice the power is 3 dB more, of the 20 between the ends.
    expect(valueOf([one, other], 'loudness', 0.5)).toBeCloseTo(3.0103 / 20, 4);
    const third = placed('third', 'you', 0, spoken(-40, -20));
    expect(valueOf([one, other, third], 'loudness', 0.5)).toBeCloseTo(4.7712 / 20, 4);
    expect(valueOf([one, other], 'loudness', 1.5)).toBe(1);
  });
  it('hardly changes where another one is much quieter', () => {
    const quiet = placed('quiet', 'you', 1, spoken(-50, -20));
    // At 1.5 s the loud end of the first, and 30 dB below that of the other.
    expect(valueOf([one, quiet], 'loudness', 1.5, { low: -40, high: -10 })).toBeCloseTo(
      1 + (10 * Math.log10(10 ** -1 + 10 ** -4)) / 30,
      6,
    );
  });
  it('is nothing where nobody is heard', () => {
    expect(valueOf([one, other], 'loudness', 5)).toBe(0);
  });
});

describe('the loudness of a channel', () => {
  const mono = spoken(-40, -20);
  const level = (values: readonly number[]) => ({ rate: 1, values });
  const stereo = placed('one', 'me', 0, {
    ...mono,
    sides: { left: level([-60, -30]), right: level([-30, -60]) },
  });
  it('is that of the left or of the right one', () => {
    expect([0.1, 1.9].map((time) => valueOf([stereo], 'left loudness', time))).toEqual([0, 1]);
    expect([0.1, 1.9].map((time) => valueOf([stereo], 'right loudness', time))).toEqual([1, 0]);
  });
  it('is that of the voice where it has only one', () => {
    const voice = placed('one', 'me', 0, mono);
    for (const kind of ['left loudness', 'right loudness'] as const) {
      expect(valueOf([voice], kind, 1.5)).toBe(valueOf([voice], 'loudness', 1.5));
    }
  });
});

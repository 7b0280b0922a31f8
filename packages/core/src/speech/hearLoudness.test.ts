import fc from 'fast-check';
import { hearLoudness } from './hearLoudness';
import { OPEN_VOWEL, SILENCE } from './visemes';
import { soundAt, voiceTrackSchema } from './voiceTrack';

const repeat = (value: number, times: number) => new Array<number>(times).fill(value);
const heard = (values: number[]) => hearLoudness({ rate: 100, values }, values.length / 100);

describe('hearLoudness', () => {
  it('finds the words between the pauses', () => {
    const track = heard([
      ...repeat(-70, 30),
      ...repeat(-20, 40),
      ...repeat(-70, 30),
      ...repeat(-25, 20),
    ]);
    expect(track.sounds.map(({ viseme, start, end }) => [viseme, start, end])).toEqual([
      [SILENCE, 0, 0.3],
      [OPEN_VOWEL, 0.3, 0.7],
      [SILENCE, 0.7, 1],
      [OPEN_VOWEL, 1, 1.2],
    ]);
  });

  it('claims no phone and no word, and little confidence in the vowel', () => {
    const [sound] = heard([...repeat(-20, 40), ...repeat(-70, 30)]).sounds;
    expect(sound).toMatchObject({ viseme: OPEN_VOWEL, phone: null, word: null });
    expect(sound!.confidence).toBeLessThan(0.3);
  });

  it('does not flicker for a gap shorter than a stop', () => {
    const track = heard([
      ...repeat(-20, 30),
      ...repeat(-70, 3),
      ...repeat(-20, 30),
      ...repeat(-70, 20),
    ]);
    expect(track.sounds.map(({ viseme }) => viseme)).toEqual([OPEN_VOWEL, SILENCE]);
  });

  it('hears only silence in a silent recording', () => {
    expect(heard(repeat(-100, 80)).sounds).toEqual([
      expect.objectContaining({ start: 0, end: 0.8, viseme: SILENCE }),
    ]);
  });

  it('always covers the whole recording without gaps', () => {
    const level = fc.integer({ min: -1000, max: 0 }).map((tenth) => tenth / 10);
    fc.assert(
      fc.property(
        fc.array(level, { maxLength: 400 }),
        fc.double({ min: 0.001, max: 0.0099, noNaN: true }),
        (values, rest) => {
          const track = hearLoudness({ rate: 100, values }, values.length / 100 + rest);
          expect(() => voiceTrackSchema.validateSync(track, { strict: true })).not.toThrow();
          track.sounds.forEach(({ viseme }, at) => {
            if (at > 0) expect(viseme).not.toBe(track.sounds[at - 1]!.viseme);
          });
        },
      ),
    );
  });
});

describe('voiceTrackSchema', () => {
  const track = heard([...repeat(-70, 30), ...repeat(-20, 40)]);
  const [first, second] = track.sounds;
  it.each([
    ['a gap', { ...track, sounds: [first, { ...second!, start: 0.5 }] }],
    ['a missing end', { ...track, sounds: [first] }],
    ['an unknown viseme', { ...track, sounds: [{ ...first!, viseme: 15 }, second] }],
    [
      'loudness that is no list of numbers',
      { ...track, loudness: { rate: 100, values: ['loud'] } },
    ],
  ])('refuses %s', (_what, value) => {
    expect(() => voiceTrackSchema.validateSync(value, { strict: true })).toThrow();
  });
});

it('finds the sound at any time', () => {
  const track = heard([...repeat(-70, 30), ...repeat(-20, 40), ...repeat(-70, 30)]);
  for (let time = 0.005; time < 1; time += 0.01) {
    const expected = track.sounds.find(({ start, end }) => time >= start && time < end);
    expect(soundAt(track, time)).toBe(expected);
  }
  expect(soundAt(track, 99)).toBe(track.sounds.at(-1));
});

import fc from 'fast-check';
import { testTrack } from '../testing/testTrack';
import { replaceRange } from './replaceRange';
import type { Viseme } from './visemes';
import { readTrack, writeTrack } from './trackFile';
import { soundAt, tentativeTrack } from './voiceTrack';

const track = testTrack([0, 0.3, undefined], [10, 0.4, 'ah'], [1, 0.1, 'ah'], [0, 0.2]);

it('finds the sound at any time', () => {
  for (let time = 0.005; time < 1; time += 0.01) {
    const expected = track.sounds.find(({ start, end }) => time >= start && time < end);
    expect(soundAt(track, time)).toBe(expected);
  }
  expect(soundAt(track, 99)).toBe(track.sounds.at(-1));
});

it('shows what is not heard yet as silence', () => {
  const part = tentativeTrack(track.sounds.slice(0, 2), 5);
  expect(readTrack(writeTrack(part))).toEqual(part);
  expect(soundAt(part, 4)!.viseme).toBe(0);
});

describe('replaceRange', () => {
  it('changes nothing outside the stretch', () => {
    const changed = replaceRange(track, testTrack([13, 0.2, 'oh']), { start: 0.4, end: 0.6 });
    expect(changed.sounds.map(({ viseme, start, end }) => [viseme, start, end])).toEqual([
      [0, 0, 0.3],
      [10, 0.3, 0.4],
      [13, 0.4, 0.6],
      [10, 0.6, 0.7],
      [1, 0.7, 0.8],
      [0, 0.8, 1],
    ]);
  });
  it('gives a whole track whatever the stretch', () => {
    const time = fc.integer({ min: 0, max: 100 });
    const sounds = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 14 }), fc.integer({ min: 1, max: 30 })),
      {
        minLength: 1,
        maxLength: 6,
      },
    );
    fc.assert(
      fc.property(time, time, sounds, (a, b, heard) => {
        fc.pre(a !== b);
        const [start, end] = [Math.min(a, b) / 100, Math.max(a, b) / 100];
        const part = testTrack(...heard.map(([v, length]) => [v as Viseme, length / 100] as const));
        const changed = replaceRange(track, part, { start, end });
        expect(readTrack(writeTrack(changed))).toEqual(changed);
      }),
    );
  });
});

import { readFile, truncate } from 'node:fs/promises';
import { join } from 'node:path';
import { readWavHeader, wavHeader } from '@cruvo/core/formats';
import { make, testFolder, toneIn, wav, write } from '../testing';
import { decodeVoice } from './decode';
import { analyseWorkingVoice } from './analyse';
import { writeWorkingVoice } from './workingVoice';
import { toSeconds, toFlicks } from '@cruvo/core/time';

const folder = testFolder();
const target = join(folder, 'working.wav');
const voice = wav(folder, 'voice.wav', 2, toneIn([0.5, 1], [1.5, 1.8]));
const take = (path: string, name = 'voice.wav') => writeWorkingVoice(path, name, target);

describe('writeWorkingVoice', () => {
  it('makes a WAV of 16 bits at 48 kHz with its waveform', async () => {
    const { duration, channels, peaks } = await take(voice);
    expect([duration, channels]).toEqual([toFlicks(2), 1]);
    const bytes = await readFile(target);
    const header = readWavHeader(bytes);
    expect(header).toMatchObject({ sampleRate: 48_000, dataLength: 2 * 96_000 });
    expect(bytes).toHaveLength(header.dataStart + header.dataLength);
    expect(peaks).toHaveLength(2 * 800);
    expect(Math.max(...peaks.subarray(0, 300))).toBe(0);
    expect(Math.max(...peaks.subarray(450, 700))).toBeGreaterThan(60);
  });

  it.each([
    ['mp3', []],
    ['flac', []],
    ['ogg', ['-c:a', 'libvorbis']],
    ['m4a', ['-c:a', 'aac']],
  ])('reads %s and keeps its words where they were', async (ending, options) => {
    const coded = await make(folder, `voice.${ending}`, '-i', voice, ...options);
    const { duration } = await take(coded);
    expect(Math.abs(toSeconds(duration) - 2)).toBeLessThan(0.06);
    const { loudness } = await analyseWorkingVoice(target, { script: null, channel: 'both' });
    const begin = loudness.values.findIndex((level) => level > -40) / loudness.rate;
    expect(Math.abs(begin - 0.5)).toBeLessThan(0.05);
  });

  it('keeps two channels, and takes two of six', async () => {
    const stereo = await make(folder, 'stereo.wav', '-i', voice, '-ac', '2');
    expect((await take(stereo)).channels).toBe(2);
    const surround = await make(folder, 'surround.wav', '-i', voice, '-ac', '6');
    expect((await take(surround)).channels).toBe(2);
  });

  it('brings 8 kHz and 96 kHz to 48 kHz without changing the length', async () => {
    for (const rate of ['8000', '96000']) {
      const other = await make(folder, `at-${rate}.wav`, '-i', voice, '-ar', rate);
      expect(toSeconds((await take(other)).duration)).toBeCloseTo(2, 3);
    }
  });
});

describe('bad voices are refused in one sentence', () => {
  const refuses = (path: string, name: string, sentence: RegExp) =>
    expect(take(path, name)).rejects.toThrow(sentence);

  it('a text file named .wav', () =>
    refuses(
      write(folder, 'text.wav', 'Good evening.'),
      'text.wav',
      /^“text.wav” is not a sound that Cruvo can read\. /,
    ));
  it('an empty file', () =>
    refuses(write(folder, 'empty.mp3', ''), 'empty.mp3', /^“empty.mp3” is empty\./));
  it('a WAV with no samples', () =>
    refuses(
      write(folder, 'none.wav', wavHeader(48_000, 1, 0)),
      'none.wav',
      /^“none.wav” holds no sound/,
    ));
  it('a picture named .wav', async () => {
    const picture = await make(folder, 'p.png', '-f', 'lavfi', '-i', 'color=red', '-frames:v', '1');
    await refuses(picture, 'p.wav', /not a sound/);
  });
  it('a playlist that points elsewhere', () =>
    refuses(
      write(folder, 'list.wav', '#EXTM3U\n#EXTINF:1,\nfile:///etc/hostname\n'),
      'list.wav',
      /not a sound/,
    ));
  it('a truncated MP3', async () => {
    const whole = await make(folder, 'long.mp3', '-f', 'lavfi', '-i', 'sine=d=12');
    await truncate(whole, 60_000);
    await refuses(
      whole,
      'long.mp3',
      /^“long.mp3” is cut off: it should be 12\.\d s long, but only \d\.\d s are there\./,
    );
  });
  it('a truncated WAV', async () => {
    const cut = wav(folder, 'cut.wav', 3, toneIn([0, 3]));
    await truncate(cut, 100_000);
    await refuses(cut, 'cut.wav', /cut off/);
  });
  it('a voice of three hours', async () => {
    const hours = await make(
      folder,
      'hours.flac',
      '-f',
      'lavfi',
      '-i',
      'anullsrc=r=8000:cl=mono',
      '-t',
      '10800',
    );
    await refuses(hours, 'hours.flac', /is 180 minutes long; a voice can be up to 60 minutes/);
  });
});

it('stops decoding when asked to', async () => {
  const control = new AbortController();
  const work = decodeVoice(voice, 'voice.wav', () => control.abort(), {
    signal: control.signal,
  });
  await expect(work).rejects.toMatchObject({ code: 'cancelled' });
});

it('hears a silent recording as silence', async () => {
  await take(wav(folder, 'still.wav', 1, () => 0));
  const { sounds, duration } = await analyseWorkingVoice(target, { script: null, channel: 'both' });
  expect(duration).toBe(1);
  expect(sounds.map(({ viseme }) => viseme)).toEqual([0]);
});

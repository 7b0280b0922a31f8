import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { USUAL_FILM, type FilmSettings } from '@cruvo/core/delivery';
import { richScene } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { testFolder, toneIn, wav } from '@cruvo/media/testing';
import { AS_RECORDED } from '@cruvo/core/audio';
import { CELL, sceneInNode } from '../testing/goldenSheet';
import { joinParts, renderPart } from './filmInParts';
import { renderFilm } from './renderFilm';

const folder = testFolder();

/** When each frame is seen, and how it looks. */
function framesOf(path: string, pixels: string): { times: number[]; pictures: Buffer } {
  const shown = execFileSync('ffprobe', [
    ...['-v', 'error', '-select_streams', 'v', '-show_entries', 'frame=pts_time'],
    ...['-of', 'csv=p=0', path],
  ]);
  // Beside the times stand lines of what else is known of frames.
  const times = [...shown.toString().matchAll(/^[\d.]+/gm)].map(([time]) => Number(time));
  const pictures = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-f', 'rawvideo', '-pix_fmt', pixels, 'pipe:1'],
    { maxBuffer: 1 << 29 },
  );
  return { times, pictures };
}

/** Peak signal-to-noise ratio in dB. */
function likeness(one: Buffer, other: Buffer): number {
  let sum = 0;
  for (let at = 0; at < one.length; at++) sum += (one[at]! - other[at]!) ** 2;
  return 10 * Math.log10((255 ** 2 * one.length) / sum);
}

it.each([
  ['mp4', '#f4e9d8', 'rgb24', 0.00001],
  ['webm', null, 'yuva420p', 0.00101],
  ['av1', '#f4e9d8', 'rgb24', 0.00101],
  ['mov', null, 'rgba', 0.00001],
] as const)(
  '%s in parts looks and sounds as in one go',
  async (format, background, pixels, off) => {
    const { program, images } = await sceneInNode(richScene());
    const settings: FilmSettings = {
      ...{ ...USUAL_FILM, ...CELL, format, background, frameRate: '23.976' },
      stretch: { start: 0, end: toFlicks(2) },
    };
    const path = wav(folder, 'tone.wav', 4, toneIn([0.5, 1.5], [2, 3]));
    const sound = { start: 0, offset: 0, duration: 4, envelope: AS_RECORDED, name: 'Tone' };
    const job = { program, images, sounds: [{ path, ...sound }], settings };
    const whole = join(folder, `whole.${format}`);
    await renderFilm({ ...job, output: whole });
    const ranges = [
      { first: 0, count: 15 },
      { first: 15, count: 20 },
      { first: 35, count: 13 },
    ];
    const parts: { path: string; count: number }[] = [];
    // In any order, as workers are done.
    for (const at of [2, 0, 1]) {
      const output = join(folder, `it's part ${at}.${format}`);
      await renderPart({ ...job, output }, ranges[at]!);
      parts[at] = { path: output, count: ranges[at]!.count };
    }
    const joined = join(folder, `joined.${format}`);
    await joinParts({ ...job, output: joined }, parts);

    const [one, other] = [framesOf(whole, pixels), framesOf(joined, pixels)];
    expect(other.times).toHaveLength(48);
    other.times.forEach((time, at) => {
      // Sound may begin a few milliseconds earlier; WebM counts in whole milliseconds.
      expect(Math.abs(time - other.times[0]! - (at * 1001) / 24000)).toBeLessThanOrEqual(off);
      expect(Math.abs(time - one.times[at]!)).toBeLessThanOrEqual(off);
    });
    expect(other.pictures.length).toBe(one.pictures.length);
    expect(likeness(one.pictures, other.pictures)).toBeGreaterThan(40);
    const soundOf = (film: string) =>
      execFileSync('ffmpeg', [
        ...['-v', 'error', '-i', film, '-map', '0:a', '-ac', '1', '-f', 's16le', 'pipe:1'],
      ]);
    // One encoding of the same mix: not a sample differs.
    expect(soundOf(joined).equals(soundOf(whole))).toBe(true);
  },
);

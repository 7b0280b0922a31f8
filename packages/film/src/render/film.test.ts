import { existsSync } from 'node:fs';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { DEFAULT_FIT } from '@cruvo/core/mouth';
import { Player } from '@cruvo/core/program';
import { USUAL_FILM, type FilmSettings } from '@cruvo/core/delivery';
import { richScene } from '@cruvo/core/testing';
import { frameMiddle } from '@cruvo/core/time';
import { analyseWorkingVoice, writeWorkingVoice } from '@cruvo/media/voice';
import { run } from '@cruvo/media/tools';
import { testFolder, toneIn, wav } from '@cruvo/media/testing';
import { nodePainter } from '../images';
import { plainPicture } from '../testing';
import { CELL, sceneInNode } from '../testing/goldenSheet';
import { filmOfTwoDrawings } from '../twoDrawings';
import { FilmEncoder } from './encoder';
import { encodingOf } from './encodings';
import type { FilmJob } from './filmJob';
import { renderFilm } from './renderFilm';

const folder = testFolder();
const settings: FilmSettings = {
  ...{ ...USUAL_FILM, width: 320, height: 180, frameRate: '24', background: '#102030' },
};
const RED = '#ff0000';
const WHITE = '#ffffff';

/** A scene whose mouth is red when shut and white when open; it opens with the tone. */
async function job(output: string, ...tones: [number, number][]): Promise<FilmJob> {
  const voicePath = join(folder, 'working.wav');
  const recording = wav(folder, 'v.wav', 2, toneIn(...tones));
  const film = await filmOfTwoDrawings({
    closed: plainPicture(RED),
    open: plainPicture(WHITE),
    voice: await writeWorkingVoice(recording, 'v.wav', voicePath),
    voicePath,
    fit: { ...DEFAULT_FIT, method: 'loudness', leadSeconds: 0 },
    track: await analyseWorkingVoice(voicePath, { script: null, channel: 'both' }),
  });
  return { ...film, settings, output };
}

async function probe(path: string) {
  const entries =
    'stream=codec_name,pix_fmt,r_frame_rate,nb_frames,duration,width,height,sample_rate';
  const { stdout } = await run('ffprobe', [
    '-v',
    'error',
    '-of',
    'json',
    '-show_entries',
    entries,
    path,
  ]);
  return (JSON.parse(stdout) as { streams: Record<string, string | number>[] }).streams;
}

/** The middle pixel of every frame, as red, green and blue. */
async function middlePixels(path: string): Promise<number[][]> {
  const raw = join(folder, 'pixels.rgb');
  await run('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-i',
    path,
    '-vf',
    'crop=2:2',
    '-f',
    'rawvideo',
    '-pix_fmt',
    'rgb24',
    raw,
  ]);
  const bytes = await readFile(raw);
  return Array.from({ length: bytes.length / 12 }, (_, at) => [
    ...bytes.subarray(12 * at, 12 * at + 3),
  ]);
}

describe('renderFilm', () => {
  it('makes an MP4 that plays everywhere, as long as the scene', async () => {
    const film = join(folder, 'film.mp4');
    const progress: number[] = [];
    await renderFilm({
      ...(await job(film, [0.5, 1])),
      onProgress: (done, total) => progress.push(done / total),
    });
    const [picture, sound] = await probe(film);
    expect(picture).toMatchObject({
      codec_name: 'h264',
      pix_fmt: 'yuv420p',
      r_frame_rate: '24/1',
      nb_frames: '48',
      width: 320,
      height: 180,
    });
    expect(sound).toMatchObject({ codec_name: 'aac', sample_rate: '48000' });
    expect(Math.abs(Number(sound!['duration']) - 2)).toBeLessThan(0.05);
    expect(progress.at(-1)).toBe(1);
    expect([...progress].sort((a, b) => a - b)).toEqual(progress);
    expect(await readdir(folder)).not.toContain('film.mp4.part');
  });

  it('opens the mouth with the tone, to the frame', async () => {
    const film = join(folder, 'mouth.mp4');
    await renderFilm(await job(film, [0.5, 1]));
    const isOpen = (await middlePixels(film)).map(([, green]) => green! > 128);
    // Laid on twos: frames 12 to 23 are the half second of the tone; closing takes a moment.
    expect(isOpen.slice(0, 12)).toEqual(new Array(12).fill(false));
    expect(isOpen.slice(12, 24)).toEqual(new Array(12).fill(true));
    expect(isOpen.slice(28)).toEqual(new Array(20).fill(false));
  });

  it.each(['23.976', '50'] as const)('keeps to %s frames a second', async (frameRate) => {
    const film = join(folder, `rate.mp4`);
    await renderFilm({ ...(await job(film, [0.5, 1])), settings: { ...settings, frameRate } });
    const [picture] = await probe(film);
    const [above, below] = String(picture!['r_frame_rate']).split('/').map(Number);
    expect(above! / below!).toBeCloseTo(Number(frameRate), 2);
    expect(Number(picture!['nb_frames'])).toBe(Math.ceil(2 * (above! / below!)));
  });

  it('leaves nothing behind when cancelled', async () => {
    const film = join(folder, 'cancelled.mp4');
    const control = new AbortController();
    const work = renderFilm({
      ...(await job(film, [0.5, 1])),
      signal: control.signal,
      onProgress: (done) => done > 10 && control.abort(),
    });
    await expect(work).rejects.toMatchObject({ code: 'cancelled' });
    expect((await readdir(folder)).filter((name) => name.startsWith('cancelled'))).toEqual([]);
  });

  it('says that the disk is full', async () => {
    const encoder = new FilmEncoder({
      ...{ encoding: encodingOf('mp4', settings), width: 320, height: 180 },
      ...{ sound: null, length: 1, output: '/dev/full' },
    });
    const frame = Buffer.alloc(320 * 180 * 1.5, 90);
    const writing = async () => {
      for (let index = 0; index < 24; index++) await encoder.write(frame, index / 24);
      await encoder.finish();
    };
    await expect(writing()).rejects.toThrow(
      'The disk is full, so nothing was written. Make room and try again.',
    );
  });

  it('does not put a film where none can be written', async () => {
    const film = join(folder, 'nowhere', 'film.mp4');
    await expect(renderFilm(await job(film, [0, 1]))).rejects.toThrow(/could not be encoded/);
    expect(existsSync(film)).toBe(false);
  });
});

it('paints in the film just what the stage paints at the same time', async () => {
  const film = join(folder, 'same.mp4');
  const { program, images, ...rest } = await job(film, [0.5, 1]);
  await renderFilm({ ...rest, program, images });
  const player = new Player(program);
  const pixels = await middlePixels(film);
  for (const index of [0, 6, 14, 20, 40, 47]) {
    const frame = player.seek(frameMiddle(index, settings.frameRate));
    const painted = nodePainter.paintFrame(frame, images, settings, settings.background);
    const middle = 4 * (settings.width * (settings.height / 2) + settings.width / 2);
    const stage = [...painted.subarray(middle, middle + 3)];
    // Film keeps colour at half the size and rounds it: a few steps of 255.
    stage.forEach((value, at) => expect(Math.abs(value - pixels[index]![at]!)).toBeLessThan(12));
  }
});

it('shows the rich scene as its golden frames do, as far as film keeps colours', async () => {
  const output = join(folder, 'rich.mp4');
  const { program, images } = await sceneInNode(richScene());
  const player = new Player(program);
  const rich: FilmSettings = { ...settings, ...CELL, background: '#f4e9d8' };
  await renderFilm({ program, images, sounds: [], settings: rich, output });
  const raw = join(folder, 'rich.rgba');
  await run('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-i',
    output,
    '-f',
    'rawvideo',
    '-pix_fmt',
    'rgba',
    raw,
  ]);
  const film = await readFile(raw);
  const size = 4 * CELL.width * CELL.height;
  expect(film.length).toBe(96 * size);
  for (const index of [0, 7, 23, 40, 61, 95]) {
    const golden = nodePainter.paintFrame(player.seek(frameMiddle(index, '24')), images, CELL);
    const shown = film.subarray(index * size, (index + 1) * size);
    // Another frame is far below that: the mouths differ.
    expect(peakSignalToNoise(golden, shown)).toBeGreaterThan(30);
  }
});

/** Peak signal-to-noise ratio of two pictures in dB. */
function peakSignalToNoise(one: Uint8ClampedArray, other: Uint8Array): number {
  let sum = 0;
  for (let at = 0; at < one.length; at++) sum += (one[at]! - other[at]!) ** 2;
  return 10 * Math.log10((255 ** 2 * one.length) / sum);
}

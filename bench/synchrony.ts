import { USUAL_FILM, type FilmSettings } from '@cruvo/core/delivery';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { type FrameRateName, framesPerSecond, toFlicks } from '@cruvo/core/time';
import { renderFilm } from '@cruvo/film/render';
import { plainPicture } from '@cruvo/film/testing';
import { filmOfTwoDrawings } from '@cruvo/film/twoDrawings';
import { testFolder, wav } from '@cruvo/media/testing';
import { writeWorkingVoice } from '@cruvo/media/voice';

export interface SynchronyFigures {
  readonly frameRate: FrameRateName;
  /** Sound before (negative) or after the picture in the decoded film, milliseconds; the worst of all moments. */
  readonly worst: number;
  /** 5 ms and half a frame. */
  readonly allowed: number;
}

const MOMENTS = [0.5, 1.13, 2.377, 3.9, 57.21];
const LENGTH = 60;
const FLASH = 0.2;

/** Makes a film in which the picture flashes and the sound clicks at the same moments, and measures both in it. */
export async function benchSynchrony(frameRate: FrameRateName): Promise<SynchronyFigures> {
  const folder = testFolder();
  const click = (time: number) =>
    MOMENTS.some((moment) => time >= moment && time < moment + 0.002) ? 0.9 : 0;
  const voicePath = join(folder, 'voice.wav');
  const recording = wav(folder, 'click.wav', LENGTH, click);
  const film = await filmOfTwoDrawings({
    closed: plainPicture('#000000'),
    open: plainPicture('#ffffff'),
    voice: await writeWorkingVoice(recording, 'click.wav', voicePath),
    voicePath,
    track: null,
    corrections: MOMENTS.map((start) => ({
      start: toFlicks(start),
      end: toFlicks(start + FLASH),
      drawing: 'open',
    })),
  });
  const output = join(folder, 'film.mp4');
  const settings: FilmSettings = {
    ...{ ...USUAL_FILM, width: 128, height: 128, frameRate, background: '#000000' },
  };
  await renderFilm({ ...film, settings, output });
  const flashes = flashesIn(output);
  const clicks = clicksIn(output);
  if (flashes.length !== MOMENTS.length || clicks.length !== MOMENTS.length) {
    throw new Error(
      `${flashes.length} flashes and ${clicks.length} clicks of ${MOMENTS.length} were found.`,
    );
  }
  const offsets = flashes.map((flash, at) => 1000 * (clicks[at]! - flash));
  const worst = offsets.reduce(
    (far, offset) => (Math.abs(offset) > Math.abs(far) ? offset : far),
    0,
  );
  return { frameRate, worst, allowed: 5 + 500 / framesPerSecond(frameRate) };
}

/** The bytes that ffmpeg makes of a film with the given options. */
function decoded(film: string, ...options: string[]): Buffer {
  const args = ['-v', 'error', '-i', film, ...options, 'pipe:1'];
  return execFileSync('ffmpeg', args, { maxBuffer: 1 << 28 });
}

/** When the picture turns bright, by the times that the film itself gives its frames. */
function flashesIn(film: string): number[] {
  const raw = ['-fps_mode', 'passthrough', '-f', 'rawvideo', '-pix_fmt', 'gray'];
  const grey = decoded(film, '-vf', 'crop=2:2', ...raw);
  const entries = ['-select_streams', 'v', '-show_entries', 'frame=pts_time', '-of', 'csv=p=0'];
  const listing = execFileSync('ffprobe', ['-v', 'error', ...entries, film], {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  const times = listing.split('\n').map(parseFloat).filter(Number.isFinite);
  const bright = times.map((_, at) => grey[4 * at]! > 128);
  return times.filter((_, at) => bright[at] && !bright[at - 1]);
}

/** When a click begins, from the decoded sound. */
function clicksIn(film: string): number[] {
  const pcm = decoded(film, '-ac', '1', '-ar', '48000', '-f', 's16le');
  const times: number[] = [];
  for (let at = 0; 2 * at < pcm.length; at++) {
    const time = at / 48_000;
    const loud = Math.abs(pcm.readInt16LE(2 * at)) > 8000;
    if (loud && time - (times.at(-1) ?? -1) > 0.1) times.push(time);
  }
  return times;
}

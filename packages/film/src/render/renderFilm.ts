import { rename, rm } from 'node:fs/promises';
import { basename, extname } from 'node:path';
import {
  checkLength,
  FILM_FORMATS,
  hasPictures,
  stretchOf,
  type FilmFormatName,
} from '@cruvo/core/delivery';
import { cancelled } from '@cruvo/core/problem';
import { toSeconds } from '@cruvo/core/time';
import { asFullDisk, inTempFolder } from '@cruvo/media/tools';
import { loudnessOf } from './loudness';
import { film } from './outlets/films';
import { gif, loop } from './outlets/loops';
import type { Outlet } from './outlets/outlet';
import { pictures, poster } from './outlets/pictures';
import { sheet } from './outlets/sheet';
import { mix, stems } from './outlets/sounds';
import { timing } from './outlets/timing';
import { vectors } from './outlets/vectors';
import type { FilmJob, RenderedFile, RenderedFilm } from './filmJob';
import { mixedSound, type Mix } from './soundMix';
import { writeSubtitles } from './subtitles';

const OUTLETS: Record<FilmFormatName, Outlet> = {
  mp4: film('mp4'),
  webm: film('webm'),
  av1: film('av1'),
  mov: film('mov'),
  png: pictures('png'),
  webp: pictures('webp'),
  apng: loop('apng'),
  awebp: loop('awebp'),
  gif,
  lottie: vectors('lottie'),
  svg: vectors('svg'),
  sheet,
  poster,
  wav: mix,
  stems,
  timing,
};

/**
 * Makes a film, or what else a format is, of a scene. It appears at `output` only when it is whole.
 *
 * @throws Problem when cancelled, when the disk is full, or when encoding fails
 * @throws ValidationError when the scene is too long or too short for the format
 */
export async function renderFilm(job: FilmJob): Promise<RenderedFilm> {
  const { settings, program, output, signal } = job;
  checkLength(settings, program.scene.length);
  const { from, to } = secondsOf(job);
  const partial = `${output}.part`;
  try {
    return await inTempFolder(async (folder) => {
      const { sound, note } = await soundOf(job);
      const outlet = OUTLETS[settings.format];
      const stem = stemOf(job);
      const made = await outlet({ ...job, partial, folder, stem, sound, length: to - from });
      if (signal?.aborted) throw cancelled();
      const files = [...(await beside(job)), ...(made.files ?? [])];
      await rename(partial, output);
      const main = { path: output, type: FILM_FORMATS[settings.format].type };
      return { files: [main, ...files], notes: [...(note ? [note] : []), ...(made.notes ?? [])] };
    });
  } catch (error) {
    await rm(partial, { force: true });
    throw asFullDisk(error);
  }
}

const stemOf = ({ output }: FilmJob) => basename(output, extname(output));

/** What of the scene is delivered, seconds. */
export function secondsOf({ settings, program }: FilmJob): {
  readonly from: number;
  readonly to: number;
} {
  const { start, end } = stretchOf(settings, program.scene.length);
  return { from: toSeconds(start), to: toSeconds(end) };
}

/** Writes what lies beside a film. */
export async function beside(job: FilmJob): Promise<readonly RenderedFile[]> {
  const { format, captions } = job.settings;
  const wanted = captions === 'files' && hasPictures(FILM_FORMATS[format]);
  return wanted ? writeSubtitles(job, stemOf(job)) : [];
}

/** The mix of a film's stretch, as loud as it is wished, and what there is to know of that. */
export async function soundOf(
  job: FilmJob,
): Promise<{ readonly sound: (() => Mix) | null; readonly note: string | null }> {
  const { settings, sounds, signal } = job;
  if (sounds.length === 0) return { sound: null, note: null };
  const stretch = secondsOf(job);
  const { loudness, format } = settings;
  const { gain, note } =
    loudness !== null && FILM_FORMATS[format].sound
      ? await loudnessOf(() => mixedSound(sounds, stretch), loudness, signal)
      : { gain: 1, note: null };
  return { sound: () => mixedSound(sounds, { ...stretch, gain }), note };
}

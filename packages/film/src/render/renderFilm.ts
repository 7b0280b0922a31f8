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
import type { FilmJob, RenderedFilm } from './filmJob';
import { mixedSound } from './soundMix';
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
  const { start, end } = stretchOf(settings, program.scene.length);
  const stretch = { from: toSeconds(start), to: toSeconds(end) };
  const partial = `${output}.part`;
  const stem = basename(output, extname(output));
  try {
    return await inTempFolder(async (folder) => {
      const { gain, note } = await gainOf(job, stretch);
      const sound =
        job.sounds.length > 0 ? () => mixedSound(job.sounds, { ...stretch, gain }) : null;
      const length = stretch.to - stretch.from;
      const outlet = OUTLETS[settings.format];
      const format = FILM_FORMATS[settings.format];
      const made = await outlet({ ...job, partial, folder, stem, sound, length });
      if (signal?.aborted) throw cancelled();
      const beside =
        settings.captions === 'files' && hasPictures(format) ? await writeSubtitles(job, stem) : [];
      await rename(partial, output);
      const files = [...beside, ...(made.files ?? [])];
      const main = { path: output, type: format.type };
      return { files: [main, ...files], notes: [...(note ? [note] : []), ...(made.notes ?? [])] };
    });
  } catch (error) {
    await rm(partial, { force: true });
    throw asFullDisk(error);
  }
}

async function gainOf(
  { settings, sounds, signal }: FilmJob,
  stretch: { readonly from: number; readonly to: number },
) {
  const asItIs = { gain: 1, note: null };
  if (settings.loudness === null || sounds.length === 0) return asItIs;
  if (!FILM_FORMATS[settings.format].sound) return asItIs;
  return loudnessOf(() => mixedSound(sounds, stretch), settings.loudness, signal);
}

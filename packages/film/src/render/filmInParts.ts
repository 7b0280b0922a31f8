import { rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { FILM_FORMATS, type FilmPart } from '@cruvo/core/delivery';
import { frameStart, toSeconds } from '@cruvo/core/time';
import { asFullDisk, inTempFolder } from '@cruvo/media/tools';
import { FilmEncoder, joinFilm } from './encoder';
import { encodingOf, partContainer, type EncodedFormat } from './encodings';
import type { FilmJob, RenderedFilm } from './filmJob';
import { FilmPictures } from './filmPictures';
import { beside, secondsOf, soundOf } from './renderFilm';
import { writePictures } from './writePictures';

/**
 * Renders a part of a film without its sound, to be joined with the others. It appears at `output` only when it is whole.
 *
 * @throws Problem when cancelled, when the disk is full, or when encoding fails
 */
export async function renderPart(job: FilmJob, part: FilmPart): Promise<void> {
  const { settings, output, signal } = job;
  const { frameRate, width, height } = settings;
  const encoding = encodingOf(settings.format as EncodedFormat, settings);
  const partial = `${output}.part`;
  const seconds = (index: number) => toSeconds(frameStart(index, frameRate));
  const encoder = new FilmEncoder({
    ...{ encoding: { ...encoding, container: partContainer(settings.format as EncodedFormat) } },
    ...{ width, height, sound: null, length: seconds(part.count), output: partial, signal },
  });
  try {
    const write = (picture: Uint8Array, index: number) => encoder.write(picture, seconds(index));
    await writePictures(new FilmPictures({ ...job, part }, encoding.form), { write }, job);
    await encoder.finish();
    await rename(partial, output);
  } catch (error) {
    await encoder.abandon();
    await rm(partial, { force: true });
    throw asFullDisk(error);
  }
}

/**
 * Joins the parts of a film without a seam, and adds its sound, which is encoded in one go.
 *
 * @param parts where they lie, with how many frames each has
 */
export async function joinParts(
  job: FilmJob,
  parts: readonly { readonly path: string; readonly count: number }[],
): Promise<RenderedFilm> {
  const { settings, output, signal } = job;
  const partial = `${output}.part`;
  try {
    return await inTempFolder(async (folder) => {
      const list = join(folder, 'parts.txt');
      const length = (count: number) => toSeconds(frameStart(count, settings.frameRate));
      await writeFile(
        list,
        parts
          .map(
            ({ path, count }) =>
              `file '${path.replaceAll("'", "'\\''")}'\nduration ${length(count).toFixed(9)}\n`,
          )
          .join(''),
      );
      const { sound, note } = await soundOf(job);
      const { audio, container } = encodingOf(settings.format as EncodedFormat, settings);
      const { from, to } = secondsOf(job);
      await joinFilm({ list, audio, container, sound, length: to - from, output: partial, signal });
      const files = await beside(job);
      await rename(partial, output);
      const main = { path: output, type: FILM_FORMATS[settings.format].type };
      return { files: [main, ...files], notes: note ? [note] : [] };
    });
  } catch (error) {
    await rm(partial, { force: true });
    throw asFullDisk(error);
  }
}

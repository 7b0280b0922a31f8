import { createWriteStream } from 'node:fs';
import { rename } from 'node:fs/promises';
import { join } from 'node:path';
import { toSeconds } from '@cruvo/core/time';
import { ZipWriter } from '@cruvo/media/archive';
import { pictureFiles } from '../encodings';
import { FilmPictures } from '../filmPictures';
import { writeWav } from '../wavFile';
import { encode } from './encode';
import type { Outlet } from './outlet';

/** A picture for each frame in a zip, with the sound and a table beside them. */
export const pictures =
  (format: 'png' | 'webp'): Outlet =>
  async (job) => {
    const { settings, sound, stem } = job;
    const pictures = new FilmPictures(job, 'rgba');
    /** First frames of the different pictures. */
    const begins: number[] = [];
    await encode(
      job,
      pictures,
      pictureFiles(format),
      join(job.folder, `%d.${format}`),
      (_, index) => void (index < pictures.count && begins.push(index)),
    );
    const zip = new ZipWriter(createWriteStream(job.partial));
    const digits = String(pictures.count - 1).length;
    const nameOf = (index: number) => `${stem}_${String(index).padStart(digits, '0')}.${format}`;
    for (let index = 0, shown = 0; index < pictures.count; index++) {
      if (begins[shown] === index) shown++;
      zip.addFile(join(job.folder, `${shown}.${format}`), nameOf(index));
    }
    if (sound) {
      const wav = join(job.folder, 'sound.wav');
      await writeWav(wav, sound(), job.length);
      zip.addFile(wav, `${stem}.wav`);
    }
    const { width, height, frameRate, background, premultiplied, stretch } = settings;
    const alpha = background !== null ? 'none' : premultiplied ? 'premultiplied' : 'straight';
    const table = {
      ...{ format: 'cruvo pictures', version: 1, name: stem, width, height, frameRate },
      ...{ frames: pictures.count, from: toSeconds(stretch?.start ?? 0), alpha },
      sound: sound ? `${stem}.wav` : null,
      pictures: Array.from({ length: pictures.count }, (_, index) => nameOf(index)),
    };
    zip.addText(JSON.stringify(table, null, 1), 'manifest.json');
    await zip.finish(job.signal);
    return {};
  };

/** The first picture of a stretch by itself. */
export const poster: Outlet = async (job) => {
  const all = new FilmPictures(job, 'rgba');
  const first = {
    count: 1,
    approach: (index: number) => all.approach(index),
    show: (index: number) => all.show(index),
    get bytes() {
      return all.bytes;
    },
  };
  await encode({ ...job, sound: null }, first, pictureFiles('png'), join(job.folder, '%d.png'));
  await rename(join(job.folder, '1.png'), job.partial);
  return {};
};

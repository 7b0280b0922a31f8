import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { toSeconds } from '@cruvo/core/time';
import { fileName, stretchOf } from '@cruvo/core/delivery';
import { ZipWriter } from '@cruvo/media/archive';
import { mixedSound, type FilmSound } from '../soundMix';
import { writeWav } from '../wavFile';
import type { Outlet, OutletJob } from './outlet';

/** The mix of all voices. */
export const mix: Outlet = async (job) => {
  await writeWav(job.partial, job.sound?.() ?? mixedSound([], between(job)), job.length);
  return {};
};

/** What is heard of each line in a file of its own, as loud as it is in the mix. */
export const stems: Outlet = async (job) => {
  const { from, to } = between(job);
  const heard = job.sounds.filter((one) => one.start < to && one.start + one.duration > from);
  const zip = new ZipWriter(createWriteStream(job.partial));
  for (const [at, sound] of heard.entries()) {
    job.onProgress?.(at, heard.length);
    const path = join(job.folder, `${at}.wav`);
    const part = {
      from: Math.max(from, sound.start),
      to: Math.min(to, sound.start + sound.duration),
    };
    await writeWav(path, mixedSound([sound], part), part.to - part.from);
    zip.addFile(path, `${String(at + 1).padStart(3, '0')} ${fileName(sound.name)}.wav`);
  }
  zip.addText(JSON.stringify(tableOf(heard), null, 1), 'lines.json');
  await zip.finish(job.signal);
  return {};
};

/** When each line begins in the scene, seconds. */
const tableOf = (heard: readonly FilmSound[]) =>
  heard.map(({ name, start, duration }, at) => ({
    ...{ file: `${String(at + 1).padStart(3, '0')} ${fileName(name)}.wav`, start, duration },
  }));

function between({ settings, program }: OutletJob): { from: number; to: number } {
  const { start, end } = stretchOf(settings, program.scene.length);
  return { from: toSeconds(start), to: toSeconds(end) };
}

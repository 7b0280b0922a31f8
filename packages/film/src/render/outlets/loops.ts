import { join } from 'node:path';
import { FRAME_RATES } from '@cruvo/core/time';
import { run } from '@cruvo/media/tools';
import { encoderFailure } from '../encoder';
import { encodingOf, KEPT_PICTURES, type Encoding } from '../encodings';
import { LoopedPictures, SeamWatch } from '../loop';
import { encode } from './encode';
import type { Outcome, Outlet, OutletJob } from './outlet';

/** Pictures that repeat for ever. */
export const loop =
  (format: 'apng' | 'awebp'): Outlet =>
  (job) =>
    encodeLoop(job, encodingOf(format, job.settings), job.partial);

/** A GIF, whose colours are chosen when all pictures are known. */
export const gif: Outlet = async (job) => {
  const kept = join(job.folder, 'pictures.mkv');
  const palette = join(job.folder, 'palette.png');
  const outcome = await encodeLoop(job, KEPT_PICTURES, kept);
  const { background, frameRate } = job.settings;
  const clear = background === null ? 1 : 0;
  await pass(job, [
    ...['-i', kept, '-vf', `palettegen=stats_mode=diff:reserve_transparent=${clear}`],
    ...['-frames:v', '1', palette],
  ]);
  const every = `[0:v]fps=${FRAME_RATES[frameRate].join('/')}[pictures]`;
  await pass(job, [
    ...['-i', kept, '-i', palette, '-lavfi'],
    `${every};[pictures][1:v]paletteuse=dither=sierra2_4a:diff_mode=rectangle:alpha_threshold=128`,
    ...['-loop', '0', '-f', 'gif', job.partial],
  ]);
  return outcome;
};

async function encodeLoop(job: OutletJob, encoding: Encoding, output: string): Promise<Outcome> {
  const pictures = new LoopedPictures(job);
  const seam = new SeamWatch();
  await encode(job, pictures, encoding, output, (picture, index) => {
    if (index < pictures.count) seam.add(picture);
  });
  return { notes: seam.note === null ? [] : [seam.note] };
}

async function pass({ signal }: OutletJob, args: readonly string[]): Promise<void> {
  const { code, stderr } = await run('ffmpeg', ['-v', 'error', '-y', ...args], {
    ...(signal ? { signal } : {}),
  });
  if (code !== 0) throw encoderFailure(stderr, signal);
}

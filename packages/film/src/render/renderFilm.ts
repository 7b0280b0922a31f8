import { rename, rm } from 'node:fs/promises';
import { setImmediate } from 'node:timers/promises';
import { cancelled } from '@cruvo/core/problem';
import { Player, type Program } from '@cruvo/core/program';
import type { FilmSettings } from '@cruvo/core/scene';
import { frameCount, frameMiddle, frameStart, toSeconds } from '@cruvo/core/time';
import { asFullDisk } from '@cruvo/media/tools';
import type { NodeImages } from '../images';
import { FilmEncoder } from './encoder';
import { FilmPictures } from './filmPictures';
import type { FilmSound } from './soundMix';

export interface FilmJob {
  readonly program: Program;
  readonly images: NodeImages;
  readonly sounds: readonly FilmSound[];
  readonly settings: FilmSettings;
  /** Where the finished film goes. Until then nothing is there. */
  readonly output: string;
  readonly onProgress?: (framesDone: number, framesInAll: number) => void;
  readonly signal?: AbortSignal | undefined;
}

/**
 * Renders a scene to a film. The film appears at `output` only when it is whole.
 *
 * @throws Problem when cancelled, when the disk is full, or when encoding fails
 */
export async function renderFilm(job: FilmJob): Promise<void> {
  const partial = `${job.output}.part`;
  const encoder = new FilmEncoder({
    settings: job.settings,
    sounds: job.sounds,
    length: toSeconds(job.program.scene.length),
    output: partial,
    signal: job.signal,
  });
  try {
    await writeFrames(job, encoder);
    await encoder.finish();
    if (job.signal?.aborted) throw cancelled();
    await rename(partial, job.output);
  } catch (error) {
    await encoder.abandon();
    await rm(partial, { force: true });
    throw asFullDisk(error);
  }
}

async function writeFrames(job: FilmJob, encoder: FilmEncoder): Promise<void> {
  const { frameRate } = job.settings;
  const total = frameCount(job.program.scene.length, frameRate);
  const pictures = new FilmPictures(job);
  const player = new Player(job.program);
  // Two copies in turn: one is filled while the bytes of the other are on their way.
  let [shown, spare] = [pictures.copy(), pictures.copy()];
  let writing: Promise<void> = Promise.resolve();
  const write = async (index: number) => {
    await writing;
    writing = encoder.write(shown, toSeconds(frameStart(index, frameRate)));
    // Awaited before the next write; until then a failure must not count as unhandled.
    writing.catch(() => undefined);
  };
  for (let index = 0; index < total; index++) {
    if (job.signal?.aborted) throw cancelled();
    if (pictures.show(player.seek(frameMiddle(index, frameRate)))) {
      [shown, spare] = [spare, shown];
      pictures.copyTo(shown);
      await write(index);
    }
    job.onProgress?.(index, total);
    // The canvas frees its memory only between turns of the event loop.
    await setImmediate();
  }
  await write(total);
  await writing;
  job.onProgress?.(total, total);
}

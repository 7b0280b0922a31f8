import { writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { stretchOf } from '@cruvo/core/delivery';
import { cancelled } from '@cruvo/core/problem';
import { timingFiles, timingOf } from '@cruvo/core/timing';
import type { Outlet } from './outlet';

/** When things happen, in open formats: no picture and no sound. */
export const timing: Outlet = async (job) => {
  const { program, settings, output, partial, stem, signal, onProgress } = job;
  const stretch = stretchOf(settings, program.scene.length);
  const found = await timingOf(program, stretch, settings.frameRate, (done, all) => {
    if (signal?.aborted) throw cancelled();
    onProgress?.(done, all);
  });
  const [main, ...beside] = timingFiles(program, stretch, found);
  await writeFile(partial, main!.content);
  const files = await Promise.all(
    beside.map(async ({ ending, type, content }) => {
      const path = join(dirname(output), `${stem}${ending}`);
      await writeFile(path, content);
      return { path, type };
    }),
  );
  return { files };
};

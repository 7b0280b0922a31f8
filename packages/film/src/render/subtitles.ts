import { writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { stretchOf } from '@cruvo/core/delivery';
import { subRip, subtitlesOf, webVtt } from '@cruvo/core/timing';
import type { FilmJob, RenderedFile } from './filmJob';

/** Writes what is said in a film's stretch as files beside it. */
export async function writeSubtitles(
  { program, settings, output }: FilmJob,
  stem: string,
): Promise<readonly RenderedFile[]> {
  const subtitles = subtitlesOf(program, stretchOf(settings, program.scene.length));
  const files = [
    { ending: 'vtt', type: 'text/vtt', text: webVtt(subtitles) },
    { ending: 'srt', type: 'application/x-subrip', text: subRip(subtitles) },
  ];
  return Promise.all(
    files.map(async ({ ending, type, text }) => {
      const path = join(dirname(output), `${stem}.${ending}`);
      await writeFile(path, text);
      return { path, type };
    }),
  );
}

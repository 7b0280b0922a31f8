import { mkdir, readFile } from 'node:fs/promises';
import { basename, join, resolve } from 'node:path';
import type { WorkingPicture } from '@cruvo/media/picture';
import { SandboxPool, SOURCE, type KeptFile } from '@cruvo/media/sandbox';
import type { VoiceFormat } from '@cruvo/media/voice';

/** Two drawings and a voice, ready to work with. */
export interface OpenedFiles {
  readonly closed: WorkingPicture;
  readonly open: WorkingPicture;
  readonly voice: VoiceFormat;
  /** Where the working voice lies. */
  readonly voicePath: string;
}

/**
 * Opens what a film is made of, each file in a sandbox.
 *
 * @param paths as somebody wrote them, from where they are
 * @param folder where what comes of them is written
 * @throws Problem in one sentence
 */
export async function openFiles(
  paths: { readonly closed: string; readonly open: string; readonly voice: string },
  folder: string,
  signal: AbortSignal,
): Promise<OpenedFiles> {
  const pool = new SandboxPool();
  const results = async (name: string) => {
    const path = join(folder, name);
    await mkdir(path);
    return path;
  };
  const picture = async (given: string, name: string): Promise<WorkingPicture> => {
    // A sandbox works elsewhere.
    const path = resolve(given);
    const task = {
      kind: 'picture',
      path,
      name: basename(path),
      folder: await results(name),
    } as const;
    const { opened, kept } = await pool.open(task, { signal });
    const { media, width, height } = opened;
    return { width, height, png: await readFile(pathOf(kept, media, task)) };
  };
  try {
    const closed = await picture(paths.closed, 'closed');
    const open = await picture(paths.open, 'open');
    const path = resolve(paths.voice);
    const task = {
      kind: 'voice',
      path,
      name: basename(path),
      folder: await results('voice'),
    } as const;
    const { opened: voice, kept } = await pool.open(task, { signal });
    return { closed, open, voice, voicePath: pathOf(kept, voice.working, task) };
  } finally {
    pool.close();
  }
}

/** Where the file of a content hash lies: in the folder, or it is the one that was opened. */
function pathOf(
  kept: readonly KeptFile[],
  hash: string,
  { path, folder }: { readonly path: string; readonly folder: string },
): string {
  const { file } = kept.find((one) => one.hash === hash)!;
  return file === SOURCE ? path : join(folder, file);
}

import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { asFullDisk } from './run';

const PREFIX = 'cruvo-work-';

/** Gives work a folder of its own, which goes when the work ends. @throws Problem where the disk is full */
export async function inTempFolder<Result>(
  work: (folder: string) => Promise<Result>,
): Promise<Result> {
  let folder: string | null = null;
  try {
    folder = await mkdtemp(join(tmpdir(), `${PREFIX}${process.pid}-`));
    return await work(folder);
  } catch (error) {
    throw asFullDisk(error);
  } finally {
    if (folder !== null) await rm(folder, { recursive: true, force: true });
  }
}

/** Removes the folders of processes that ended in the middle of their work. */
export async function sweepTempFolders(within: string = tmpdir()): Promise<void> {
  const names = await readdir(within);
  const left = names.filter((name) => {
    const [, pid] = new RegExp(`^${PREFIX}(\\d+)-`).exec(name) ?? [];
    return pid !== undefined && !isRunning(Number(pid));
  });
  for (const name of left) await rm(join(within, name), { recursive: true, force: true });
}

function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // A process of somebody else may not be signalled, but it is there.
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fuzzCase } from './cases';
import { Opener } from './opener';

export interface ReaderFindings {
  readonly cases: number;
  /** Cases that took so long, or so much, that a sandbox would have given them up with a sentence. */
  readonly givenUp: number;
  readonly wrong: readonly string[];
}

/** Has the readers open changed files, one after the other in one process, until the time is over. */
export async function fuzzReaders(first: number, until: number): Promise<ReaderFindings> {
  const folder = await mkdtemp(join(tmpdir(), 'cruvo-fuzz-'));
  const opener = new Opener();
  const wrong: string[] = [];
  let number = first;
  let givenUp = 0;
  try {
    for (; Date.now() < until; number++) {
      const { name, kind, bytes } = fuzzCase(number);
      const path = join(folder, 'source');
      const results = join(folder, 'results');
      await mkdir(results);
      await writeFile(path, bytes);
      const { kind: outcome } = await opener.open({ kind, name, path, folder: results });
      if (outcome === 'hangs' || outcome === 'takes too much memory') givenUp++;
      else if (outcome !== 'answered') wrong.push(`${number} (${name}): ${outcome}`);
      await rm(results, { recursive: true });
    }
  } finally {
    opener.close();
    await rm(folder, { recursive: true, force: true });
  }
  return { cases: number - first, givenUp, wrong };
}

import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { array, boolean, number, object, string } from 'yup';
import { cancelled, Problem } from '@cruvo/core/problem';
import type { Made } from './items';

const CRUVO = fileURLToPath(new URL('../../../../bin/cruvo', import.meta.url));

const lineSchema = object({
  progress: number(),
  status: number(),
  files: array(string().required()),
  notes: array(string().required()),
  wasThere: boolean(),
  error: string(),
});

/**
 * Makes one thing in a process of its own, so that several use several processors.
 *
 * @param args of the command line that makes it, and nothing else
 */
export async function makeApart(
  args: readonly string[],
  report: (share: number) => void,
  signal: AbortSignal,
): Promise<Made> {
  const child = spawn(CRUVO, [...args, '--json', '--parallel', '1'], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const stop = () => void child.kill('SIGTERM');
  signal.addEventListener('abort', stop, { once: true });
  let made: Made | null = null;
  let failure: string | null = null;
  let said = '';
  child.stderr.on('data', (part: Buffer) => (said += part.toString()));
  const ended = new Promise<void>((resolve, reject) => {
    child.on('error', reject);
    child.on('close', () => resolve());
  });
  try {
    for await (const text of createInterface({ input: child.stdout })) {
      const line = lineSchema.validateSync(JSON.parse(text));
      if (line.progress !== undefined) report(line.progress);
      if (line.error !== undefined) failure = line.error;
      if (line.files !== undefined) {
        const { files, notes = [], wasThere = false } = line;
        made = { files, notes, wasThere };
      }
    }
    await ended;
  } finally {
    signal.removeEventListener('abort', stop);
  }
  if (made) return made;
  if (signal.aborted) throw cancelled();
  const why = failure ?? said.trim().replace(/^cruvo: /, '');
  throw new Problem('bad-input', why || 'It ended by itself before it was done.');
}

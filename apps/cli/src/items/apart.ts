import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { array, boolean, number, object, string } from 'yup';
import { cancelled, Problem } from '@cruvo/core/problem';
import type { Item, Made } from './items';

const CRUVO = fileURLToPath(new URL('../../../../bin/cruvo', import.meta.url));

const lineSchema = object({
  progress: number(),
  status: number(),
  files: array(string().required()),
  notes: array(string().required()),
  wasThere: boolean(),
  error: string(),
});

/** How a task is made: here, and by which command in a process of its own. */
interface Maker<Task> {
  readonly command: string;
  readonly make: (
    task: Task,
    report: (share: number) => void,
    signal: AbortSignal,
  ) => Promise<Made>;
}

/** Items for tasks: each in a process of its own, where several are made at once. @param parallel how many are */
export function itemsApart<Task>(
  tasks: readonly { readonly name: string; readonly task: Task }[],
  { command, make }: Maker<Task>,
  parallel: number,
): Item[] {
  const isAlone = tasks.length === 1 || parallel === 1;
  return tasks.map(({ name, task }) => ({
    name,
    make: (report, signal) =>
      isAlone
        ? make(task, report, signal)
        : makeApart([command, JSON.stringify(task)], report, signal),
  }));
}

/**
 * Makes one thing in a process of its own, so that several use several processors.
 *
 * @param args of the command line that makes it, and nothing else
 */
async function makeApart(
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

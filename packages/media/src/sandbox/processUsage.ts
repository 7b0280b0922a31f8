import { readFileSync } from 'node:fs';

/** What a process and the programs that it runs use. */
export interface ProcessUsage {
  /** Processor time so far, seconds. */
  readonly seconds: number;
  /** Resident memory, bytes. */
  readonly memory: number;
}

/** Of a process's clock, as Linux tells it to everybody (USER_HZ). */
const TICKS_PER_SECOND = 100;
const PAGE = 4096;

/** What a process and its children use now; nothing where it has ended (proc(5): stat, children). */
export function processUsage(pid: number): ProcessUsage {
  const own = statOf(pid);
  const children = read(`/proc/${pid}/task/${pid}/children`).split(' ').filter(Boolean);
  return children.reduce((sum, child) => {
    const { seconds, memory } = statOf(Number(child));
    return { seconds: sum.seconds + seconds, memory: sum.memory + memory };
  }, own);
}

function statOf(pid: number): ProcessUsage {
  // The name of the program stands in brackets and may hold anything.
  const fields = read(`/proc/${pid}/stat`)
    .replace(/^.*\) /, '')
    .split(' ')
    .map(Number);
  const [user = 0, system = 0, waitedUser = 0, waitedSystem = 0] = fields.slice(11, 15);
  return {
    seconds: (user + system + waitedUser + waitedSystem) / TICKS_PER_SECOND,
    memory: (fields[21] ?? 0) * PAGE,
  };
}

function read(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return '';
  }
}

import { spawnSync } from 'node:child_process';
import { writeFile } from 'node:fs/promises';

/** Memory that reading one file may take, with the programs that it runs, bytes. */
export const MOST_MEMORY = 1_000_000_000;
/** Processor time for one file in all, seconds. */
const MOST_PROCESSOR_TIME = 600;
/** The largest file that may come of one, bytes. */
const LARGEST_OUTPUT = 2_000_000_000;
const MOST_OPEN_FILES = 256;
/** Whoever is waiting for the studio comes first. */
const NICENESS = 10;

/**
 * Processor time that a file may take from one sign of progress to the next, seconds: no real one needs so much, not even
 * on a machine that is busy with others, and a file that is made to never end is given up in time.
 *
 * @param size of the file, bytes
 */
export function longestStall(size: number): number {
  return 8 + size / 4_000_000;
}

/** The same where the process doesn't even run, seconds. */
export const LONGEST_SILENCE = 20;

/** A sandbox that isn't ready after so long never will be, seconds. */
export const LONGEST_START = 60;

/**
 * A command under limits that the system keeps (setrlimit): data, processor time, size of written files, open
 * files, no core dumps. Where the system allows it, there is no network either.
 */
export function limited(command: readonly string[]): readonly [string, ...string[]] {
  return [
    'prlimit',
    // Data counts what is written to, not what is only reserved, of which a JavaScript engine asks for a lot.
    `--data=${3 * MOST_MEMORY}`,
    `--cpu=${MOST_PROCESSOR_TIME}`,
    `--fsize=${LARGEST_OUTPUT}`,
    `--nofile=${MOST_OPEN_FILES}`,
    '--core=0',
    '--',
    ...['nice', '-n', String(NICENESS)],
    ...withoutNetwork(),
    ...command,
  ];
}

/**
 * Lets others go before a process of a session of its own. Linux shares out time between sessions first, and niceness
 * counts only within one (sched(7), autogroup). A system that doesn't is left as it is.
 */
export function yieldToOthers(pid: number): void {
  void writeFile(`/proc/${pid}/autogroup`, String(NICENESS)).catch(() => undefined);
}

let isolating: readonly string[] | null = null;

/** What takes the network away from a command; nothing where the system lets nobody do it. */
function withoutNetwork(): readonly string[] {
  const ways = [
    ['unshare', '--net', '--'],
    ['unshare', '--user', '--map-current-user', '--net', '--'],
  ];
  isolating ??=
    ways.find(([program, ...args]) => spawnSync(program!, [...args, 'true']).status === 0) ?? [];
  return isolating;
}

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { Chance } from '../fuzz/random';

/** What is killed, and how often compared with the others. */
const SHARES = { server: 10, worker: 16, sandbox: 30, database: 3, hang: 1 };

export type Target = keyof typeof SHARES;

const TARGETS = (Object.keys(SHARES) as Target[]).flatMap((target) =>
  Array.from({ length: SHARES[target] }, () => target),
);

export interface Victims {
  readonly serverPid: number;
  readonly workerPid: number;
  readonly postgres: { readonly folder: string };
}

export interface KillingOptions {
  readonly onKilled: (killed: number) => void;
  readonly untilHealthy: () => Promise<void>;
}

/** Kills processes at any moment, until so many have been killed. @returns how many of each */
export async function killAbout(
  victims: Victims,
  count: number,
  seed: number,
  { onKilled, untilHealthy }: KillingOptions,
): Promise<Map<Target, number>> {
  const chance = new Chance(seed);
  const killed = new Map<Target, number>();
  for (let number = 0; number < count;) {
    await setTimeout(chance.below(500));
    const target = chance.one(TARGETS);
    const pid = pidOf(target, victims, chance);
    if (pid === null || !end(pid, target)) continue;
    killed.set(target, (killed.get(target) ?? 0) + 1);
    onKilled(++number);
    if (target === 'worker' || target === 'sandbox') continue;
    // Nothing is promised while nobody answers: there has to be work to kill.
    await untilHealthy();
    await setTimeout(chance.below(1500));
  }
  return killed;
}

function pidOf(target: Target, victims: Victims, chance: Chance): number | null {
  if (target === 'server' || target === 'hang') return victims.serverPid;
  if (target === 'worker') return victims.workerPid;
  if (target === 'sandbox') return someChildOf(victims.serverPid, chance);
  return someChildOf(postmasterOf(victims.postgres.folder), chance);
}

/** Any process of the database: PostgreSQL ends all others then, and recovers. */
function postmasterOf(cluster: string): number {
  try {
    return Number(readFileSync(join(cluster, 'postmaster.pid'), 'utf8').split('\n')[0]);
  } catch {
    return 0;
  }
}

function someChildOf(pid: number, chance: Chance): number | null {
  try {
    const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim();
    return children === '' ? null : Number(chance.one(children.split(' ')));
  } catch {
    return null;
  }
}

function end(pid: number, target: Target): boolean {
  try {
    // One that is stopped hangs: whoever watches it has to notice.
    process.kill(pid, target === 'hang' ? 'SIGSTOP' : 'SIGKILL');
    return true;
  } catch {
    return false;
  }
}

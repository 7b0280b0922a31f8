// The processes of a running studio.
import { spawn, spawnSync } from 'node:child_process';
import { ROOT } from './paths.mjs';
import { fail } from './packages.mjs';

const RESTART_AFTER_MS = 500;
/** A process that has said for so long that it runs, and says so no more, hangs. */
const HANGS_AFTER_MS = 20_000;
/** Loading takes its time. */
const STARTS_WITHIN_MS = 120_000;
const LOOK_EVERY_MS = 1000;

/** Runs a program of the project to its end. */
export function runToEnd(args, environment = {}, options = {}) {
  const { status } = spawnSync(process.execPath, args, {
    cwd: ROOT,
    env: { ...process.env, ...environment },
    stdio: 'inherit',
    ...options,
  });
  return status ?? 1;
}

/** Runs a program of the project beside others. Resolves to its exit code and all that it said. */
export function runBeside(args, environment = {}) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, {
      cwd: ROOT,
      env: { ...process.env, ...environment },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    child.stdout.on('data', (text) => (said += text));
    child.stderr.on('data', (text) => (said += text));
    child.on('close', (status) => resolve({ status: status ?? 1, said }));
  });
}

export function runOrFail(what, args, environment, options) {
  if (runToEnd(args, environment, options) !== 0) fail(`${what} failed. See the messages above.`);
}

/**
 * Keeps a program of the project running: started again whenever it ends by itself, and ended where it hangs. It is
 * told to hang by no longer sending messages (apps/server/src/heartbeat.ts).
 */
export function keepRunning(args, environment, hangsAfter = HANGS_AFTER_MS) {
  let child;
  let stopped = false;
  let silentAt = 0;
  const start = () => {
    child = spawn(process.execPath, args, {
      cwd: ROOT,
      env: { ...process.env, ...environment },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    silentAt = Date.now() + STARTS_WITHIN_MS;
    child.on('message', () => (silentAt = Date.now() + hangsAfter));
    child.on('exit', () => {
      if (!stopped) setTimeout(() => stopped || start(), RESTART_AFTER_MS);
    });
  };
  start();
  const watch = setInterval(() => {
    if (Date.now() > silentAt) child.kill('SIGKILL');
  }, LOOK_EVERY_MS);
  return {
    get pid() {
      return child.pid;
    },
    stop: () =>
      new Promise((resolve) => {
        stopped = true;
        clearInterval(watch);
        if (child.exitCode !== null || child.signalCode !== null) return resolve();
        child.on('exit', resolve);
        child.kill('SIGTERM');
        setTimeout(() => child.kill('SIGKILL'), 4000).unref();
      }),
  };
}

export const tsx = ['--import', 'tsx'];

export async function untilHealthy(address, seconds = 60) {
  for (let attempt = 0; attempt < seconds * 5; attempt++) {
    const healthy = await fetch(`${address}/api/health`).then(
      (response) => response.ok,
      () => false,
    );
    if (healthy) return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  fail('The studio does not answer. See the messages above.');
}

/** Does `work` once when the process is asked to end, then ends it. */
export function atEnd(work) {
  let ending = false;
  const end = async () => {
    if (ending) return;
    ending = true;
    await work();
    process.exit(0);
  };
  process.on('SIGINT', end).on('SIGTERM', end).on('SIGHUP', end);
}

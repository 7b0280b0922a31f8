import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { stat } from 'node:fs/promises';
import { Problem, cancelled } from '@cruvo/core/problem';
import { asMissingTool } from '../tools';
import {
  LONGEST_SILENCE,
  LONGEST_START,
  MOST_MEMORY,
  limited,
  longestStall,
  yieldToOthers,
} from './limits';
import {
  checkOpened,
  reportSchema,
  type KeptFile,
  type Opened,
  type SandboxTask,
} from './messages';
import { processUsage } from './processUsage';
import { sandboxProgram } from './program';

const LOOK_EVERY_MS = 100;

export interface OpeningOptions {
  /** Takes progress, 0 to 1. */
  readonly onProgress?: ((share: number) => void) | undefined;
  readonly signal?: AbortSignal | undefined;
}

/** What came of a file, and what is to be stored of it. */
export interface OpenedFile<Kind extends SandboxTask['kind']> {
  readonly opened: Opened[Kind];
  readonly kept: readonly KeptFile[];
}

/** A process of its own, under limits, in which one file is opened. */
export class Sandbox {
  private readonly process: ChildProcess;
  private readonly ended: Promise<void>;
  private readonly ready: Promise<void>;

  constructor() {
    const [program, ...args] = limited([process.execPath, sandboxProgram()]);
    this.process = spawn(program, args, {
      // It knows nothing of the database.
      env: { PATH: process.env['PATH'], HOME: process.env['HOME'], TMPDIR: process.env['TMPDIR'] },
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      // In a group of its own, so that it goes with all that it started.
      detached: true,
    });
    if (this.process.pid !== undefined) yieldToOthers(this.process.pid);
    this.ended = new Promise((resolve, reject) => {
      this.process.on('error', (error) => reject(asMissingTool(program, error)));
      this.process.on('exit', () => resolve());
    });
    // Waited for while a file is opened; a spare sandbox may fail before.
    this.ended.catch(() => undefined);
    // The first thing that a sandbox says.
    this.ready = once(this.process, 'message').then(() => undefined);
    this.ready.catch(() => undefined);
  }

  get isUsable(): boolean {
    const { connected, exitCode, signalCode } = this.process;
    return connected && exitCode === null && signalCode === null;
  }

  /** Opens a file; a sandbox is used once. @throws Problem in one sentence, SandboxLost where it ended without an answer */
  async open<Kind extends SandboxTask['kind']>(
    task: SandboxTask & { readonly kind: Kind },
    { onProgress, signal }: OpeningOptions,
  ): Promise<OpenedFile<Kind>> {
    const { size } = await stat(task.path);
    let stop: (problem: Problem) => void = () => undefined;
    const stopped = new Promise<never>((_, reject) => (stop = reject));
    const abort = () => stop(cancelled());
    signal?.addEventListener('abort', abort, { once: true });
    let looking: NodeJS.Timeout | undefined;
    try {
      if (signal?.aborted) throw cancelled();
      await Promise.race([stopped, this.started(task.name)]);
      const watchdog = new Watchdog(this.process.pid, size, task.name);
      looking = setInterval(() => {
        const problem = watchdog.look();
        if (problem) stop(problem);
      }, LOOK_EVERY_MS);
      return await Promise.race([
        stopped,
        this.answer(task, (share) => {
          watchdog.progressed();
          onProgress?.(share);
        }),
      ]);
    } finally {
      clearInterval(looking);
      signal?.removeEventListener('abort', abort);
      this.close();
    }
  }

  /** Waits until the process is loaded, which is no fault of the file. */
  private async started(name: string): Promise<void> {
    let timer: NodeJS.Timeout | undefined;
    const late = new Promise<void>((resolve) => {
      timer = setTimeout(resolve, 1000 * LONGEST_START);
    });
    const lost = Promise.race([this.ended, late]).then(() => {
      throw new Problem('unavailable', `“${name}” could not be opened just now. Try again.`);
    });
    await Promise.race([this.ready, lost]).finally(() => clearTimeout(timer));
  }

  /** Ends the process, and whatever it started, at once. */
  close(): void {
    if (this.process.pid === undefined) return;
    try {
      process.kill(-this.process.pid, 'SIGKILL');
    } catch {
      // It has ended by itself.
    }
  }

  private async answer<Kind extends SandboxTask['kind']>(
    task: SandboxTask & { readonly kind: Kind },
    onProgress: (share: number) => void,
  ): Promise<OpenedFile<Kind>> {
    return new Promise((resolve, reject) => {
      this.process.on('message', (message) => {
        try {
          const report = reportSchema.validateSync(message, { strict: true });
          if ('progress' in report) onProgress(report.progress);
          else if ('problem' in report) {
            reject(new Problem(report.problem.code, report.problem.detail));
          } else if ('opened' in report) {
            resolve({ opened: checkOpened(task.kind, report.opened), kept: report.kept });
          }
        } catch {
          reject(unreadable(task.name));
        }
      });
      this.ended.then(() => reject(new SandboxLost(task.name)), reject);
      this.process.send(task, (error) => error && reject(new SandboxLost(task.name)));
    });
  }
}

/** A sandbox has ended by itself: because of the file, or because the system ended it. */
export class SandboxLost extends Problem {
  constructor(name: string) {
    super('bad-input', unreadable(name).message);
  }
}

/** Sees to it that a sandbox stays within its memory and its time. */
class Watchdog {
  /** Processor time at the last progress, seconds. */
  private progress: number;
  /** Looks since then: a machine that slept meanwhile is no fault of the file. */
  private looks = 0;

  constructor(
    private readonly pid: number | undefined,
    private readonly size: number,
    private readonly name: string,
  ) {
    this.progress = this.now();
  }

  progressed(): void {
    this.progress = this.now();
    this.looks = 0;
  }

  /** @returns what to say where the file takes too much */
  look(): Problem | null {
    if (this.pid === undefined) return null;
    const { seconds, memory } = processUsage(this.pid);
    if (memory > MOST_MEMORY) {
      return new Problem(
        'too-large',
        `“${this.name}” takes more than ${MOST_MEMORY / 1e9} GB of memory to open. Make its pictures smaller, or bring them in one by one.`,
      );
    }
    const silence = (++this.looks * LOOK_EVERY_MS) / 1000;
    if (
      seconds - this.progress > longestStall(this.size) ||
      silence > LONGEST_SILENCE + longestStall(this.size)
    ) {
      return new Problem(
        'too-large',
        `“${this.name}” takes too long to open. Simplify it: leave out filters, very long paths and what nobody sees.`,
      );
    }
    return null;
  }

  private now(): number {
    return this.pid === undefined ? 0 : processUsage(this.pid).seconds;
  }
}

const unreadable = (name: string) =>
  new Problem(
    'bad-input',
    `“${name}” can’t be opened: it is damaged, or made to overload programs. Save it again.`,
  );

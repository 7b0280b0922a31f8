import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { limited, MOST_MEMORY } from '../packages/media/src/sandbox/limits';
import {
  reportSchema,
  type SandboxReport,
  type SandboxTask,
} from '../packages/media/src/sandbox/messages';
import { processUsage } from '../packages/media/src/sandbox/processUsage';

/** Processor time after which a small file hangs, seconds. */
const HANGS_AFTER = 5;
const LOOK_EVERY_MS = 50;

/** What came of a case; a sandbox would have ended what hangs or takes too much. */
export type Outcome =
  | { readonly kind: 'answered'; readonly report: SandboxReport }
  | { readonly kind: 'crashed' | 'hangs' | 'takes too much memory' };

/** Opens files in a process of its own, which is started anew where one of them has ended it. */
export class Opener {
  private child: ChildProcess | null = null;

  async open(task: SandboxTask): Promise<Outcome> {
    const child = await this.running();
    const begun = processUsage(child.pid!).seconds;
    const outcome = await new Promise<Outcome>((resolve) => {
      const looking = setInterval(() => {
        const { seconds, memory } = processUsage(child.pid!);
        if (seconds - begun > HANGS_AFTER) end({ kind: 'hangs' });
        if (memory > MOST_MEMORY) end({ kind: 'takes too much memory' });
      }, LOOK_EVERY_MS);
      const answered = (message: unknown) =>
        end({ kind: 'answered', report: reportSchema.validateSync(message, { strict: true }) });
      const crashed = () => end({ kind: 'crashed' });
      const end = (found: Outcome) => {
        clearInterval(looking);
        child.off('message', answered).off('exit', crashed);
        resolve(found);
      };
      child.on('message', answered).on('exit', crashed);
      child.send(task);
    });
    if (outcome.kind !== 'answered') this.close();
    return outcome;
  }

  close(): void {
    if (this.child?.pid !== undefined && this.child.exitCode === null) {
      process.kill(-this.child.pid, 'SIGKILL');
    }
    this.child = null;
  }

  private async running(): Promise<ChildProcess> {
    if (this.child) return this.child;
    const main = fileURLToPath(new URL('./child.ts', import.meta.url));
    const [program, ...args] = limited([process.execPath, '--import', 'tsx', main]);
    const child = spawn(program, args, {
      cwd: fileURLToPath(new URL('..', import.meta.url)),
      env: { ...process.env, NODE_OPTIONS: '' },
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      detached: true,
    });
    await once(child, 'message');
    this.child = child;
    return child;
  }
}

import type { SandboxTask } from './messages';
import { Sandbox, SandboxLost, type OpenedFile, type OpeningOptions } from './sandbox';
import { BoundedQueue } from './boundedQueue';

/** So many files are opened at once; others wait their turn. */
const AT_ONCE = 2;
const MOST_WAITING = 100;

export interface PoolOptions extends OpeningOptions {
  /** Takes the place in the line of files that wait, 1 for the next one. */
  readonly onPlace?: ((place: number) => void) | undefined;
}

/** Opens files of others, each in a process of its own. */
export class SandboxPool {
  private readonly queue = new BoundedQueue({ atOnce: AT_ONCE, waiting: MOST_WAITING });
  /** Started ahead, since starting takes longer than opening most files. */
  private spare: Sandbox | null = null;

  /** @param ahead whether one is always ready for the next file: not where few are opened, and then no more */
  constructor(private readonly ahead = true) {}

  /** @throws Problem 'busy' where so many files wait that another one could not */
  checkQueue(): void {
    this.queue.check();
  }

  /** @throws Problem in one sentence; what was written into the task's folder is of no use then */
  async open<Kind extends SandboxTask['kind']>(
    task: SandboxTask & { readonly kind: Kind },
    { onPlace = () => undefined, ...options }: PoolOptions = {},
  ): Promise<OpenedFile<Kind>> {
    const leave = await this.queue.enter(onPlace, options.signal);
    try {
      return await this.next()
        .open(task, options)
        .catch((error: unknown) => {
          if (!(error instanceof SandboxLost) || options.signal?.aborted) throw error;
          // A full machine may have ended it, which is no fault of the file: a second time it is.
          return this.next().open(task, options);
        });
    } finally {
      leave();
    }
  }

  /** Makes a sandbox ready, so that the first file needn't wait. */
  prepare(): void {
    if (!this.spare?.isUsable) this.spare = new Sandbox();
  }

  close(): void {
    this.spare?.close();
    this.spare = null;
  }

  private next(): Sandbox {
    this.prepare();
    const sandbox = this.spare!;
    this.spare = this.ahead ? new Sandbox() : null;
    return sandbox;
  }
}

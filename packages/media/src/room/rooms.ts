import type { RoomTask } from './messages';
import { Room, type OpenedFile, type OpeningOptions } from './room';
import { WaitingLine } from './waitingLine';

/** So many files are opened at once; others wait their turn. */
const AT_ONCE = 2;
const MOST_WAITING = 100;

export interface RoomsOptions extends OpeningOptions {
  /** Takes the place in the line of files that wait, 1 for the next one. */
  readonly onPlace?: ((place: number) => void) | undefined;
}

/** Opens files of others, each in a process of its own. */
export class Rooms {
  private readonly line = new WaitingLine({ atOnce: AT_ONCE, waiting: MOST_WAITING });
  /** Started ahead, since starting takes longer than opening most files. */
  private spare: Room | null = null;

  /** @throws Problem 'busy' where so many files wait that another one could not */
  checkLine(): void {
    this.line.check();
  }

  /** @throws Problem in one sentence; what was written into the task's folder is of no use then */
  async open<Kind extends RoomTask['kind']>(
    task: RoomTask & { readonly kind: Kind },
    { onPlace = () => undefined, ...options }: RoomsOptions = {},
  ): Promise<OpenedFile<Kind>> {
    const leave = await this.line.enter(onPlace, options.signal);
    try {
      return await this.next().open(task, options);
    } finally {
      leave();
    }
  }

  /** Makes a room ready, so that the first file needn't wait. */
  prepare(): void {
    if (!this.spare?.isUsable) this.spare = new Room();
  }

  close(): void {
    this.spare?.close();
    this.spare = null;
  }

  private next(): Room {
    this.prepare();
    const room = this.spare!;
    this.spare = new Room();
    return room;
  }
}

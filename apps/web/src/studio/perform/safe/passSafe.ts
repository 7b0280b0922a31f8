import { delMany, get, keys, set } from 'idb-keyval';
import { object, number, string } from 'yup';
import { passPieceSchema, type PassPiece } from '@cruvo/core/passes';
import { isWindowOpen } from '../../../saving/windowLock';

/** Where and when a pass was begun. */
export interface PassHead {
  readonly member: string;
  /** Where in the scene, seconds. */
  readonly from: number;
  /** ISO 8601. */
  readonly begunAt: string;
}

/** A pass that was never finished: the browser or the machine stopped meanwhile. */
export interface UnfinishedPass extends PassHead {
  readonly id: string;
  readonly pieces: readonly PassPiece[];
}

const headSchema = object({
  member: string().required(),
  from: number().required().min(0),
  begunAt: string().required(),
  window: string().required(),
}).required();

const PREFIX = 'pass';
const headKey = (scene: string, id: string) => `${PREFIX} ${scene} ${id}`;
/** Numbered so that pieces sort as they were made. */
const pieceKey = (scene: string, id: string, at: number) =>
  `${headKey(scene, id)} ${String(at).padStart(7, '0')}`;

/** Keeps a pass in this browser, piece by piece, while it is recorded. */
export class PassSafe {
  /** What is written, one after the other; what can't be written is said on the console alone: the pass goes on. */
  private writing: Promise<void> = Promise.resolve();

  /** @param window in which they are recorded: another one, while it is open, leaves them alone */
  constructor(
    private readonly scene: string,
    private readonly window: string,
  ) {}

  begin(id: string, head: PassHead): void {
    this.write(() => set(headKey(this.scene, id), { ...head, window: this.window }));
  }

  /** @param at its place among the pieces, from 0 */
  add(id: string, at: number, piece: PassPiece): void {
    this.write(() => set(pieceKey(this.scene, id, at), piece));
  }

  /** Forgets a pass: it is in the scene, or thrown away. */
  async forget(id: string): Promise<void> {
    this.write(async () => {
      const all = (await keys()).map(String);
      const begins = headKey(this.scene, id);
      await delMany(all.filter((key) => key === begins || key.startsWith(`${begins} `)));
    });
    await this.writing;
  }

  /** Passes that another visit left, as far as they can be read; none where the browser lets nobody look. */
  async unfinished(): Promise<readonly UnfinishedPass[]> {
    try {
      await this.writing;
      return await this.read();
    } catch (error) {
      console.warn('Passes that were never finished can’t be read.', error);
      return [];
    }
  }

  private async read(): Promise<readonly UnfinishedPass[]> {
    const ours = `${PREFIX} ${this.scene} `;
    const all = (await keys())
      .map(String)
      .filter((key) => key.startsWith(ours))
      .sort();
    const found = [...new Set(all.map((key) => key.slice(ours.length).split(' ')[0]!))];
    const passes = await Promise.all(
      found.map(async (id): Promise<UnfinishedPass | null> => {
        const head: unknown = await get(headKey(this.scene, id));
        if (!headSchema.isValidSync(head, { strict: true })) return null;
        const { window, ...begun } = head;
        if (window === this.window || (await isWindowOpen(window))) return null;
        const names = all.filter((key) => key.startsWith(`${headKey(this.scene, id)} `));
        const pieces = await Promise.all(names.map((name) => get<unknown>(name)));
        // What comes after a piece that is broken can't be placed.
        const broken = pieces.findIndex(
          (one) => !passPieceSchema.isValidSync(one, { strict: true }),
        );
        const whole = pieces.slice(0, broken < 0 ? pieces.length : broken) as PassPiece[];
        return whole.length > 0 ? { ...begun, id, pieces: whole } : null;
      }),
    );
    return passes.filter((one) => one !== null);
  }

  private write(work: () => Promise<void>): void {
    this.writing = this.writing.then(work).catch((error: unknown) => {
      console.warn('A piece of the pass could not be kept.', error);
    });
  }
}

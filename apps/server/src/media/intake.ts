import { createWriteStream } from 'node:fs';
import { mkdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Problem } from '@cruvo/core/problem';
import { LONGEST_VOICE } from '@cruvo/core/scene';
import { LARGEST_ARTWORK } from '@cruvo/media/artwork';
import {
  SandboxPool,
  SOURCE,
  TRACK,
  type KeptFile,
  type Opened,
  type PoolOptions,
} from '@cruvo/media/sandbox';
import { inTempFolder } from '@cruvo/media/tools';
import type { TrackStore } from '../tracks/store';
import type { MediaStore } from './store';

interface Limit {
  /** Bytes. */
  readonly bytes: number;
  /** What to say where a file is larger, after its name. */
  readonly sentence: string;
}

const LARGEST_PRODUCTION = 10_000_000_000;

const LIMITS: Readonly<Record<keyof Opened, Limit>> = {
  voice: {
    bytes: 2_000_000_000,
    sentence: `A voice can be up to ${LONGEST_VOICE / 60} minutes long; cut it into shorter lines.`,
  },
  picture: { bytes: 200_000_000, sentence: 'A picture can be up to 200 MB.' },
  artwork: {
    bytes: LARGEST_ARTWORK,
    sentence: `Artwork can be up to ${LARGEST_ARTWORK / 1e9} GB.`,
  },
  production: {
    bytes: LARGEST_PRODUCTION,
    sentence: `A production can be up to ${LARGEST_PRODUCTION / 1e9} GB.`,
  },
};

/** Takes files in: each is opened in a sandbox, and what comes of it is stored only when all is well. */
export class MediaIntake {
  private readonly sandboxes = new SandboxPool();

  constructor(
    private readonly media: MediaStore,
    private readonly tracks: TrackStore,
  ) {}

  /** @throws Problem in one sentence; then nothing was stored */
  async take<Kind extends keyof Opened>(
    kind: Kind,
    name: string,
    source: Readable,
    options: PoolOptions = {},
  ): Promise<Opened[Kind]> {
    this.sandboxes.checkQueue();
    return inTempFolder(async (folder) => {
      const path = join(folder, SOURCE);
      const results = join(folder, 'results');
      await mkdir(results);
      await receive(source, path, name, LIMITS[kind]);
      const task = { kind, path, name, folder: results };
      const { opened, kept } = await this.sandboxes.open(task, options);
      await this.store(kept, (file) => (file === SOURCE ? path : join(results, file)));
      return opened;
    });
  }

  /** Makes ready for the first file. */
  prepare(): void {
    this.sandboxes.prepare();
  }

  close(): void {
    this.sandboxes.close();
  }

  private async store(kept: readonly KeptFile[], pathOf: (file: string) => string): Promise<void> {
    for (const { file, type, hash } of kept) {
      const path = pathOf(file);
      const stored =
        type === TRACK
          ? await this.tracks.write(await readFile(path))
          : await this.media.writeFile(path, type);
      if (stored !== hash) {
        throw new Error('A file changed between being opened and being stored.');
      }
    }
  }
}

async function receive(
  source: Readable,
  path: string,
  name: string,
  { bytes, sentence }: Limit,
): Promise<void> {
  let received = 0;
  await pipeline(
    // Whoever sends it is to hear why it is refused: the connection must outlive that.
    source.iterator({ destroyOnReturn: false }),
    async function* (parts: AsyncIterable<Buffer>) {
      for await (const part of parts) {
        received += part.length;
        if (received > bytes) throw new Problem('too-large', `“${name}” is too large. ${sentence}`);
        yield part;
      }
    },
    createWriteStream(path),
  );
}

import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { referencesOfAll } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
// Nothing else of these modules: a sandbox is to be ready soon.
import { importArtwork } from '../characterFile/importArtwork';
import { workingPicture } from '../picture/workingPicture';
import { ProductionFile } from '../productionFile/read';
import { writeWorkingVoice } from '../voice/workingVoice';
import { SOURCE, TRACK, type KeptFile, type Opened, type SandboxTask } from './messages';

/** The most that may come of one file, bytes. */
const MOST_KEPT = 1_500_000_000;

const ANY_FILE = 'application/octet-stream';

/** Takes progress, 0 to 1. */
type Report = (share: number) => void;

/**
 * Opens a file of somebody else. What is to be stored of it is written into the task's folder.
 *
 * @throws Problem in one sentence
 */
export async function openFile(
  task: SandboxTask,
  report: Report,
): Promise<{ readonly opened: Opened[SandboxTask['kind']]; readonly kept: readonly KeptFile[] }> {
  const kept = new KeptFiles(task);
  const opened = await OPENERS[task.kind](task, kept, report);
  return { opened, kept: kept.files };
}

const OPENERS: {
  readonly [Kind in SandboxTask['kind']]: (
    task: SandboxTask,
    kept: KeptFiles,
    report: Report,
  ) => Promise<Opened[Kind]>;
} = {
  voice: async ({ path, name, folder }, kept, report) => {
    const working = kept.nextName();
    const written = await writeWorkingVoice(path, name, join(folder, working), {
      onProgress: report,
    });
    const { peaks, ...format } = written;
    return {
      name,
      ...format,
      scratch: null,
      original: await kept.addSource(),
      working: await kept.addFile(working, 'audio/wav'),
      peaks: await kept.add(Buffer.from(peaks.buffer), ANY_FILE),
    };
  },

  picture: async ({ path, name }, kept) => {
    const { png, width, height } = await workingPicture(path, name);
    return {
      width,
      height,
      original: await kept.addSource(),
      media: await kept.add(png, 'image/png'),
    };
  },

  artwork: ({ path, name }, kept, report) =>
    importArtwork([{ path, name }], { keep: (bytes, type) => kept.add(bytes, type), report }),

  production: async ({ path, name, folder }, kept, report) => {
    const file = await ProductionFile.open(path, name);
    try {
      const { media, tracks } = referencesOfAll(file.production);
      let done = 0;
      const next = () => report(++done / (media.size + tracks.size));
      for (const [hash, type] of media) {
        const copy = kept.nextName();
        await file.copyMedia(hash, join(folder, copy));
        await kept.addFile(copy, (type ?? ANY_FILE) as KeptFile['type']);
        next();
      }
      for (const hash of tracks) {
        const copy = kept.nextName();
        await writeFile(join(folder, copy), await file.track(hash));
        await kept.addFile(copy, TRACK);
        next();
      }
      return { documents: file.production };
    } finally {
      file.close();
    }
  },
};

/** The files that come of a task, named by numbers. */
class KeptFiles {
  private readonly found = new Map<string, KeptFile>();
  private bytes = 0;
  private names = 0;

  constructor(private readonly task: SandboxTask) {}

  get files(): readonly KeptFile[] {
    return [...this.found.values()];
  }

  nextName(): string {
    return String(this.names++);
  }

  /** Keeps bytes; the same twice are kept once. @returns their hash */
  async add(bytes: Buffer, type: KeptFile['type']): Promise<string> {
    const hash = createHash('sha256').update(bytes).digest('hex');
    if (this.isKnown(hash, type)) return hash;
    this.bytes += bytes.length;
    if (this.bytes > MOST_KEPT) {
      throw new Problem(
        'too-large',
        `The drawings in “${this.task.name}” take more than ${MOST_KEPT / 1e9} GB. Scale it down.`,
      );
    }
    const file = this.nextName();
    await writeFile(join(this.task.folder, file), bytes);
    this.found.set(hash, { file, type, hash });
    return hash;
  }

  addSource(): Promise<string> {
    return this.addPath(this.task.path, SOURCE, ANY_FILE);
  }

  addFile(file: string, type: KeptFile['type']): Promise<string> {
    return this.addPath(join(this.task.folder, file), file, type);
  }

  private async addPath(path: string, file: string, type: KeptFile['type']): Promise<string> {
    const digest = createHash('sha256');
    await pipeline(createReadStream(path), digest);
    const hash = digest.digest('hex');
    if (!this.isKnown(hash, type)) this.found.set(hash, { file, type, hash });
    return hash;
  }

  /** Whether the same content is kept already; what was just any file may turn out to be more. */
  private isKnown(hash: string, type: KeptFile['type']): boolean {
    const known = this.found.get(hash);
    if (known?.type === ANY_FILE) this.found.set(hash, { ...known, type });
    return known !== undefined;
  }
}

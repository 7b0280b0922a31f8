import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { openPromise, validateFileName, type Entry, type ZipFile } from 'yauzl';
import { Problem } from '@cruvo/core/problem';

/** How much an archive may hold. */
export interface ArchiveLimits {
  readonly files: number;
  /** All its files together, unpacked, bytes. */
  readonly unpacked: number;
}

/** Largest file that is read as a whole, bytes. */
const LARGEST_MEMBER = 200_000_000;

/** The files in a zip archive, by path. Nothing is unpacked before it is read. */
export class Archive {
  private constructor(
    private readonly zip: ZipFile,
    private readonly name: string,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  /**
   * Looks into an archive. Folders, and what systems hide in archives, are left out.
   *
   * @throws Problem for a damaged archive, one that would unpack to too much, or paths that lead out of it
   */
  static async open(path: string, name: string, limits: ArchiveLimits): Promise<Archive> {
    // Names are checked here, to say which one is wrong.
    const zip = await openPromise(path, { decodeStrings: true, autoClose: false }).catch(() => {
      throw damaged(name);
    });
    try {
      return new Archive(zip, name, await entriesOf(zip, name, limits));
    } catch (error) {
      zip.close();
      throw error instanceof Problem ? error : wordsFor(error, name);
    }
  }

  get paths(): readonly string[] {
    return [...this.entries.keys()];
  }

  has(path: string): boolean {
    return this.entries.has(path);
  }

  /** Unpacks one file. @param most bytes @throws Problem where it is damaged, or larger */
  async read(path: string, most = LARGEST_MEMBER): Promise<Buffer> {
    const entry = this.entryAt(path);
    if (entry.uncompressedSize > most) {
      throw new Problem(
        'too-large',
        `“${path.slice(-60)}” in “${this.name}” unpacks to more than ${most / 1e6} MB. Make it smaller.`,
      );
    }
    try {
      // The reader ends with an error as soon as there is more than the archive's list says.
      return await buffer(await this.zip.openReadStreamPromise(entry));
    } catch {
      throw this.damaged();
    }
  }

  /** Unpacks one file as it is read. It ends with an error where it is damaged. */
  async stream(path: string): Promise<Readable> {
    const entry = this.entryAt(path);
    return this.zip.openReadStreamPromise(entry).catch(() => {
      throw this.damaged();
    });
  }

  /** What to say where a file in it turns out to be damaged. */
  damaged(): Problem {
    return damaged(this.name);
  }

  private entryAt(path: string): Entry {
    const entry = this.entries.get(path);
    if (!entry) throw this.damaged();
    if (!entry.isEncrypted()) return entry;
    throw new Problem(
      'bad-input',
      `“${this.name}” is locked with a password. Pack it again without one.`,
    );
  }

  close(): void {
    this.zip.close();
  }
}

async function entriesOf(
  zip: ZipFile,
  name: string,
  limits: ArchiveLimits,
): Promise<ReadonlyMap<string, Entry>> {
  const entries = new Map<string, Entry>();
  let size = 0;
  if (zip.entryCount > limits.files) throw tooLarge(name, limits);
  for await (const entry of zip.eachEntry()) {
    const path = entry.fileName;
    if (validateFileName(path)) throw leadsOut(name, path);
    if (path.endsWith('/') || /(^|\/)(__MACOSX\/|\.)/.test(path)) continue;
    size += entry.uncompressedSize;
    if (size > limits.unpacked) throw tooLarge(name, limits);
    entries.set(path, entry);
  }
  return entries;
}

/** The reader checks names as well, and says what is wrong with them in words of its own. */
function wordsFor(error: unknown, name: string): Problem {
  const { message } = error as Error;
  const [, path] =
    /^(?:absolute path|invalid relative path|invalid characters in fileName): (.*)$/.exec(
      message,
    ) ?? [];
  return path === undefined ? damaged(name) : leadsOut(name, path);
}

const leadsOut = (name: string, path: string) =>
  new Problem(
    'bad-input',
    `“${name}” holds a file that would land outside of it (${path.slice(0, 60)}). Pack it again.`,
  );

const tooLarge = (name: string, { files, unpacked }: ArchiveLimits) =>
  new Problem(
    'too-large',
    `“${name}” unpacks to more than ${unpacked / 1e9} GB or ${files} files. Pack only what is needed.`,
  );

const damaged = (name: string) =>
  new Problem('bad-input', `“${name}” is damaged or cut off. Save or pack it again.`);

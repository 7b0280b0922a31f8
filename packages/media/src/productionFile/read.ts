import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  asProduction,
  isNestedDeeper,
  readDocument,
  referencesOfAll,
  type CarriedProduction,
} from '@cruvo/core/document';
import { isPassRecording, readRecording } from '@cruvo/core/passes';
import { Problem } from '@cruvo/core/problem';
import { readTrack } from '@cruvo/core/speech';
import { Archive, type ArchiveLimits } from '../archive';
import type { KeptContent } from './content';
import {
  contentsSchema,
  MEDIA_FOLDER,
  PRODUCTION_ENTRY,
  PRODUCTION_FILE_VERSION,
  TRACKS_FOLDER,
} from './format';

/** Of production files, packed or not. */
export const PRODUCTION_LIMITS: ArchiveLimits = { files: 60_000, unpacked: 20_000_000_000 };
/** Largest document, bytes. */
const LARGEST_DOCUMENT = 100_000_000;
const DEEPEST_DOCUMENT = 100;
const LARGEST_TRACK = 200_000_000;

/** A production in a file. Pictures, sounds and tracks stay there until they are asked for. */
export class ProductionFile implements KeptContent {
  private constructor(
    private readonly archive: Archive,
    private readonly name: string,
    readonly production: CarriedProduction,
  ) {}

  /** @throws Problem where it is no production, damaged, incomplete, or from a newer Cruvo */
  static async open(path: string, name: string): Promise<ProductionFile> {
    const archive = await Archive.open(path, name, PRODUCTION_LIMITS).catch((error: unknown) => {
      throw error instanceof Problem && error.code === 'bad-input' ? notOne(name) : error;
    });
    try {
      const file = new ProductionFile(archive, name, await productionIn(archive, name));
      file.checkComplete();
      return file;
    } catch (error) {
      archive.close();
      throw error;
    }
  }

  async media(hash: string): Promise<Readable> {
    return this.archive.stream(this.entry(MEDIA_FOLDER, hash));
  }

  async track(hash: string): Promise<Buffer> {
    const bytes = await this.archive.read(this.entry(TRACKS_FOLDER, hash), LARGEST_TRACK);
    if (createHash('sha256').update(bytes).digest('hex') !== hash) throw this.archive.damaged();
    if (isPassRecording(bytes)) readRecording(bytes);
    else readTrack(bytes);
    return bytes;
  }

  /** Unpacks a picture or sound. @throws Problem where it is not what it was when it was packed */
  async copyMedia(hash: string, path: string): Promise<void> {
    const digest = createHash('sha256');
    await pipeline(
      await this.media(hash),
      async function* (parts: AsyncIterable<Buffer>) {
        for await (const part of parts) {
          digest.update(part);
          yield part;
        }
      },
      createWriteStream(path),
    ).catch((error: unknown) => {
      // Only what can't be unpacked is the archive's fault.
      throw (error as NodeJS.ErrnoException).syscall === undefined ? this.archive.damaged() : error;
    });
    if (digest.digest('hex') !== hash) throw this.archive.damaged();
  }

  close(): void {
    this.archive.close();
  }

  private checkComplete(): void {
    const { media, tracks } = referencesOfAll(this.production);
    for (const hash of media.keys()) this.entry(MEDIA_FOLDER, hash);
    for (const hash of tracks) this.entry(TRACKS_FOLDER, hash);
  }

  /** Where in the archive something lies: under its hash, with any ending. */
  private entry(folder: string, hash: string): string {
    this.byHash ??= new Map(
      this.archive.paths
        .filter((path) => path.startsWith(MEDIA_FOLDER) || path.startsWith(TRACKS_FOLDER))
        .map((path) => [path.split('.')[0]!, path]),
    );
    const path = this.byHash.get(`${folder}${hash}`);
    if (path !== undefined) return path;
    throw new Problem(
      'bad-input',
      `A picture, voice or take is missing from “${this.name}”. Carry the production away again.`,
    );
  }

  private byHash: ReadonlyMap<string, string> | null = null;
}

/** Whether a file is a production that was carried away, as far as its list of contents tells. */
export async function isProduction(path: string): Promise<boolean> {
  const archive = await Archive.open(path, path, PRODUCTION_LIMITS).catch(() => null);
  if (!archive) return false;
  archive.close();
  return archive.has(PRODUCTION_ENTRY);
}

async function productionIn(archive: Archive, name: string): Promise<CarriedProduction> {
  const parsed = async (entry: string): Promise<unknown> => {
    const bytes = await archive.read(entry, LARGEST_DOCUMENT);
    if (isNestedDeeper(bytes, DEEPEST_DOCUMENT)) throw new Error('It is nested too deep.');
    return JSON.parse(bytes.toString('utf8'));
  };
  if (!archive.has(PRODUCTION_ENTRY)) {
    throw notOne(name);
  }
  try {
    const contents = await parsed(PRODUCTION_ENTRY);
    const version = (contents as { version?: unknown } | null)?.version;
    if (typeof version === 'number' && version > PRODUCTION_FILE_VERSION) throw new FromNewer(name);
    const { documents } = contentsSchema.validateSync(contents, { strict: true });
    const read = [];
    for (const { id, kind, file } of documents) {
      read.push({ id, kind, body: readDocument(kind, await parsed(file)) });
    }
    return asProduction(read);
  } catch (error) {
    if (error instanceof FromNewer) throw error;
    const reason = error instanceof Problem ? ` ${error.message}` : '';
    throw new Problem(
      'bad-input',
      `The production in “${name}” can’t be read.${reason} Carry it away again.`,
    );
  }
}

const notOne = (name: string) =>
  new Problem(
    'bad-input',
    `“${name}” holds no production, or is damaged. Choose the file of one that was carried away.`,
  );

class FromNewer extends Problem {
  constructor(name: string) {
    super('bad-input', `“${name}” was carried away by a newer Cruvo. Bring this one up to date.`);
  }
}

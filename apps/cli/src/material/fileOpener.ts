import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { basename, join, resolve } from 'node:path';
import type { Readable } from 'node:stream';
import type { Character, Picture } from '@cruvo/core/character';
import type { Voice } from '@cruvo/core/scene';
import type { KeptContent } from '@cruvo/media/productionFile';
import { SandboxPool, SOURCE, type Opened, type OpenedKind } from '@cruvo/media/sandbox';
import { checkFile } from './files';
import { characterFrom, type Opener } from './opener';

/** Opens files, each in a sandbox, and keeps what comes of them. */
export class FileOpener implements Opener, KeptContent {
  private readonly pool = new SandboxPool(false);
  private readonly paths = new Map<string, string>();
  private readonly tracks = new Map<string, Buffer>();
  private opened = 0;

  /** @param folder where what comes of files is written */
  constructor(
    private readonly folder: string,
    private readonly signal?: AbortSignal,
  ) {}

  voice(path: string): Promise<Voice> {
    return this.open('voice', path);
  }

  picture(path: string): Promise<Picture> {
    return this.open('picture', path);
  }

  async character(path: string): Promise<Character> {
    return characterFrom(await this.open('artwork', path), path, this);
  }

  keepTrack(bytes: Uint8Array): Promise<string> {
    const hash = createHash('sha256').update(bytes).digest('hex');
    this.tracks.set(hash, Buffer.from(bytes));
    return Promise.resolve(hash);
  }

  has(hash: string): boolean {
    return this.paths.has(hash);
  }

  hasTrack(hash: string): boolean {
    return this.tracks.has(hash);
  }

  /** Where the file of a content hash lies. */
  pathOf(hash: string): string {
    return this.paths.get(hash)!;
  }

  media(hash: string): Promise<Readable> {
    return Promise.resolve(createReadStream(this.pathOf(hash)));
  }

  track(hash: string): Promise<Buffer> {
    return Promise.resolve(this.tracks.get(hash)!);
  }

  close(): void {
    this.pool.close();
  }

  private async open<Kind extends OpenedKind>(kind: Kind, given: string): Promise<Opened[Kind]> {
    await checkFile(given);
    // A sandbox works elsewhere.
    const path = resolve(given);
    const folder = join(this.folder, `opened ${this.opened++}`);
    await mkdir(folder);
    const task = { kind, path, name: basename(path), folder };
    const options = this.signal ? { signal: this.signal } : {};
    const { opened, kept } = await this.pool.open(task, options);
    for (const { file, hash } of kept) {
      this.paths.set(hash, file === SOURCE ? path : join(folder, file));
    }
    return opened;
  }
}

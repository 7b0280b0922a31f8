import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { basename } from 'node:path';
import { asProduction, type CarriedDocument } from '@cruvo/core/document';
import { emptyProduction } from '@cruvo/core/scene';
import { ProductionFile, writeProductionFile } from '@cruvo/media/productionFile';
import { asFullDisk } from '@cruvo/media/tools';
import { FileOpener } from '../material/fileOpener';
import type { ImportTarget } from './target';

/** A production file: the one that is there, or a new one. It is written when all is in. */
export class FileTarget implements ImportTarget {
  readonly opener: FileOpener;

  private constructor(
    private readonly path: string,
    folder: string,
    private readonly before: ProductionFile | null,
    private all: readonly CarriedDocument[],
  ) {
    this.opener = new FileOpener(folder);
  }

  /** @param folder where what comes of files is written @throws Problem where the file is something else */
  static async open(path: string, folder: string): Promise<FileTarget> {
    if (await stat(path).catch(() => null)) {
      const file = await ProductionFile.open(path, basename(path));
      return new FileTarget(path, folder, file, file.production);
    }
    const name = basename(path).replace(/(\.production)?\.zip$/i, '');
    const body = emptyProduction(name || 'Production');
    return new FileTarget(path, folder, null, [{ id: randomUUID(), kind: 'production', body }]);
  }

  pathOfVoice(working: string): Promise<string> {
    return Promise.resolve(this.opener.pathOf(working));
  }

  documents(): Promise<readonly CarriedDocument[]> {
    return Promise.resolve(this.all);
  }

  put(document: CarriedDocument): Promise<void> {
    const isThere = this.all.some(({ id }) => id === document.id);
    this.all = isThere
      ? this.all.map((one) => (one.id === document.id ? document : one))
      : [...this.all, document];
    return Promise.resolve();
  }

  /** Writes the file; the one before stays until the new one is whole. */
  async finish(signal: AbortSignal): Promise<readonly string[]> {
    const partial = `${this.path}.part`;
    const { opener, before } = this;
    const content = {
      media: (hash: string) => (opener.has(hash) ? opener : before!).media(hash),
      track: (hash: string) => (opener.hasTrack(hash) ? opener : before!).track(hash),
    };
    try {
      const target = createWriteStream(partial);
      await writeProductionFile(target, asProduction(this.all), content, signal);
      before?.close();
      await rename(partial, this.path);
      return [this.path];
    } catch (error) {
      await rm(partial, { force: true });
      throw asFullDisk(error);
    }
  }

  close(): void {
    this.opener.close();
  }
}

import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';

/** The same things always give the same bytes. */
const WRITTEN = { mtime: new Date(2000, 0, 1), mode: 0o100644 } as const;

/** Writes a zip of files that are small already; it may be larger than 4 GiB (zip64). */
export class ZipWriter {
  private readonly zip = new ZipFile();
  private readonly written: Promise<void>;
  private readonly stop = new AbortController();

  constructor(path: string) {
    this.written = pipeline(this.zip.outputStream, createWriteStream(path), {
      signal: this.stop.signal,
    });
    this.written.catch(() => undefined);
    this.zip.on('error', () => this.stop.abort());
  }

  addFile(path: string, name: string): void {
    this.zip.addFile(path, name, { ...WRITTEN, compress: false });
  }

  addText(text: string, name: string): void {
    this.zip.addBuffer(Buffer.from(text), name, WRITTEN);
  }

  /** Resolves when all is on the disk. */
  async finish(signal?: AbortSignal): Promise<void> {
    const abort = () => this.stop.abort();
    signal?.addEventListener('abort', abort, { once: true });
    this.zip.end();
    try {
      await this.written;
    } finally {
      signal?.removeEventListener('abort', abort);
    }
  }
}

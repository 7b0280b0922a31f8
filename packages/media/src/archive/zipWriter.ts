import type { Readable, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';

/** The same things always give the same bytes. */
const WRITTEN = { mtime: new Date(2000, 0, 1), mode: 0o100644 } as const;

/** Writes a zip, piece by piece; it may be larger than 4 GiB (zip64). */
export class ZipWriter {
  private readonly zip = new ZipFile();
  private readonly written: Promise<void>;
  private readonly stop = new AbortController();
  private failure: unknown = null;

  constructor(target: Writable) {
    this.written = pipeline(this.zip.outputStream, target, { signal: this.stop.signal });
    this.written.catch(() => undefined);
    this.zip.on('error', (error) => this.fail(error));
  }

  /** A file that is small already. */
  addFile(path: string, name: string): void {
    this.zip.addFile(path, name, { ...WRITTEN, compress: false });
  }

  addText(text: string, name: string): void {
    this.zip.addBuffer(Buffer.from(text), name, WRITTEN);
  }

  /** What is opened only when its turn has come. @param compress whether it gets smaller by it */
  addStream(open: () => Promise<Readable>, name: string, compress: boolean): void {
    this.zip.addReadStreamLazy(name, { ...WRITTEN, compress }, (give) => {
      open().then(
        (stream) =>
          give(
            null,
            stream.once('error', (error) => this.fail(error)),
          ),
        (error: unknown) => this.fail(error),
      );
    });
  }

  /** Resolves when all is written. @throws whatever kept a piece from being read or written */
  async finish(signal?: AbortSignal): Promise<void> {
    const abort = () => this.stop.abort();
    signal?.addEventListener('abort', abort, { once: true });
    if (signal?.aborted) abort();
    this.zip.end();
    try {
      await this.written;
    } catch (error) {
      throw this.failure ?? error;
    } finally {
      signal?.removeEventListener('abort', abort);
    }
  }

  private fail(error: unknown): void {
    this.failure ??= error;
    this.stop.abort();
  }
}

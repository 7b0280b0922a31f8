import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import { Problem } from '@cruvo/core/problem';
import { OWNER, type Database } from '../database/connect';

/** Bytes in one row of media_chunks. */
export const CHUNK_BYTES = 1 << 20;

/** The type of files that are kept as they came. */
const ANY_FILE = 'application/octet-stream';

export interface MediaInfo {
  readonly hash: string;
  /** Content type. */
  readonly type: string;
  /** Bytes. */
  readonly size: number;
}

/** Files by the SHA-256 of their content, in chunks. The same content is kept once. */
export class MediaStore {
  constructor(private readonly database: Database) {}

  async writeBytes(bytes: Uint8Array, type: string): Promise<string> {
    return this.write(() => Readable.from([Buffer.from(bytes)]), type);
  }

  async writeFile(path: string, type: string): Promise<string> {
    return this.write(() => createReadStream(path, { highWaterMark: CHUNK_BYTES }), type);
  }

  async info(hash: string): Promise<MediaInfo> {
    const row = await this.database('media')
      .where({ hash })
      .first<{ type: string; size: string } | undefined>('type', 'size');
    if (!row) throw new Problem('not-found', 'This picture, voice or film is no longer there.');
    return { hash, type: row.type, size: Number(row.size) };
  }

  async readAll(hash: string): Promise<Buffer> {
    const { size } = await this.info(hash);
    const parts: Buffer[] = [];
    for await (const part of this.read(hash, 0, size)) parts.push(part);
    return Buffer.concat(parts);
  }

  /** Bytes from `start` up to, not including, `end`; only the chunks needed are fetched. */
  async *read(hash: string, start: number, end: number): AsyncGenerator<Buffer> {
    for (let at = start; at < end;) {
      const position = Math.floor(at / CHUNK_BYTES);
      const from = at - position * CHUNK_BYTES;
      const length = Math.min(CHUNK_BYTES - from, end - at);
      // substring() counts from 1.
      const { rows } = await this.database.raw<{ rows: { part: Buffer }[] }>(
        'select substring(bytes from ? for ?) as part from media_chunks where hash = ? and position = ?',
        [from + 1, length, hash, position],
      );
      const part = rows[0]?.part;
      if (!part || part.length === 0)
        throw new Problem('not-found', 'A piece of this file is missing.');
      yield part;
      at += part.length;
    }
  }

  /** Hashes first, so that nothing is sent twice, then stores all chunks or none. */
  private async write(open: () => Readable, type: string): Promise<string> {
    const digest = createHash('sha256');
    let size = 0;
    for await (const part of open() as AsyncIterable<Buffer>) {
      digest.update(part);
      size += part.length;
    }
    const hash = digest.digest('hex');
    await this.database.transaction(async (transaction) => {
      const inserted = await transaction('media')
        .insert({ hash, owner: OWNER, type, size })
        .onConflict('hash')
        .ignore()
        .returning('hash');
      if (inserted.length === 0) return this.renew(transaction, hash, type);
      let position = 0;
      for await (const bytes of inChunks(open())) {
        await transaction('media_chunks').insert({ hash, position: position++, bytes });
      }
    });
    return hash;
  }

  /** Content that is there already is wanted anew. What came as just any file may turn out to be a picture or a sound. */
  private async renew(transaction: Database, hash: string, type: string): Promise<void> {
    await transaction('media').where({ hash }).update({ unreferenced_since: null });
    if (type !== ANY_FILE) {
      await transaction('media').where({ hash, type: ANY_FILE }).update({ type });
    }
  }
}

async function* inChunks(stream: Readable): AsyncGenerator<Buffer> {
  let parts: Buffer[] = [];
  let length = 0;
  for await (let part of stream as AsyncIterable<Buffer>) {
    while (length + part.length >= CHUNK_BYTES) {
      const head = part.subarray(0, CHUNK_BYTES - length);
      yield Buffer.concat([...parts, head]);
      part = part.subarray(head.length);
      parts = [];
      length = 0;
    }
    parts.push(part);
    length += part.length;
  }
  if (length > 0) yield Buffer.concat(parts);
}

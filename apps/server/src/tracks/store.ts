import { createHash } from 'node:crypto';
import { Problem } from '@cruvo/core/problem';
import { isPassRecording, readRecording } from '@cruvo/core/passes';
import { readTrack } from '@cruvo/core/speech';
import { OWNER, type Database } from '../database/connect';

/** What was heard in voices, and what was performed. A track never changes: its id is the SHA-256 of its bytes. */
export class TrackStore {
  constructor(private readonly database: Database) {}

  /**
   * @returns the id; storing the same bytes twice keeps one
   * @throws Problem where they are neither
   */
  async write(bytes: Uint8Array): Promise<string> {
    if (isPassRecording(bytes)) readRecording(bytes);
    else readTrack(bytes);
    const id = createHash('sha256').update(bytes).digest('hex');
    await this.database('tracks')
      .insert({ id, owner: OWNER, bytes: Buffer.from(bytes) })
      .onConflict('id')
      .merge({ unreferenced_since: null });
    return id;
  }

  async readBytes(id: string): Promise<Buffer> {
    const row = await this.database('tracks')
      .where({ id })
      .first<{ bytes: Buffer } | undefined>('bytes');
    if (!row)
      throw new Problem(
        'not-found',
        'What was heard in this voice, or performed, is no longer there. Fit its mouths again, or take it out.',
      );
    return row.bytes;
  }
}

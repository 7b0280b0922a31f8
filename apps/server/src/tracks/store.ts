import { createHash } from 'node:crypto';
import { Problem } from '@cruvo/core/problem';
import { type VoiceTrack, readVoiceTrack } from '@cruvo/core/speech';
import { OWNER, type Database } from '../database/connect';

/** What was heard in voices. A track never changes: its id is the SHA-256 of its JSON text. */
export class TrackStore {
  constructor(private readonly database: Database) {}

  /** @returns the id; storing the same text twice keeps one */
  async write(text: string): Promise<string> {
    readVoiceTrack(parse(text));
    const id = createHash('sha256').update(text).digest('hex');
    await this.database('tracks')
      .insert({ id, owner: OWNER, body: text })
      .onConflict('id')
      .ignore();
    return id;
  }

  async readText(id: string): Promise<string> {
    const row = await this.database('tracks')
      .where({ id })
      .first<{ body: string } | undefined>('body');
    if (!row)
      throw new Problem(
        'not-found',
        'What was heard in this voice is no longer there. Fit its mouths again.',
      );
    return row.body;
  }

  async read(id: string): Promise<VoiceTrack> {
    return readVoiceTrack(JSON.parse(await this.readText(id)));
  }
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Problem('bad-input', 'This track is not JSON.');
  }
}

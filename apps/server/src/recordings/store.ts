import { Readable } from 'node:stream';
import { Problem } from '@cruvo/core/problem';
import { wavHeader } from '@cruvo/core/formats';
import { LONGEST_VOICE } from '@cruvo/core/scene';
import { OWNER, type Database } from '../database/connect';

/** What nobody has come back for is kept so long, days. */
const KEPT_DAYS = 30;
/** Recordings are mono, 16 bits. */
const SAMPLE_BYTES = 2;

/** A recording that is being made, or that nobody has finished. */
export interface Recording {
  readonly id: string;
  /** Id of the scene in which it is made. */
  readonly scene: string;
  readonly name: string;
  /** Hz. */
  readonly sampleRate: number;
  /** Seconds that are safe. */
  readonly duration: number;
  /** When it was begun, ISO 8601. */
  readonly begunAt: string;
}

interface Row {
  readonly id: string;
  readonly scene: string;
  readonly name: string;
  readonly sample_rate: number;
  readonly created_at: Date;
  readonly bytes: string | null;
}

/** Recordings on their way in: every piece is safe as soon as it is here, whatever becomes of the browser. */
export class RecordingStore {
  constructor(private readonly database: Database) {}

  async begin(recording: Pick<Recording, 'id' | 'scene' | 'name' | 'sampleRate'>): Promise<void> {
    const { id, scene, name, sampleRate } = recording;
    await this.database('recordings')
      .insert({ id, owner: OWNER, scene, name, sample_rate: sampleRate })
      .onConflict('id')
      .ignore();
  }

  /**
   * Takes one piece; the same piece again changes nothing.
   *
   * @param position of the piece, from 0
   * @param samples 16 bits, little-endian
   */
  async addPiece(id: string, position: number, samples: Buffer): Promise<void> {
    if (samples.length === 0 || samples.length % SAMPLE_BYTES !== 0) {
      throw new Problem('bad-input', 'A piece of a recording must be whole samples of 16 bits.');
    }
    const { duration, sampleRate } = await this.read(id);
    if (duration + samples.length / SAMPLE_BYTES / sampleRate > LONGEST_VOICE + 1) {
      throw new Problem(
        'too-large',
        `A recording can be up to ${LONGEST_VOICE / 60} minutes long. What came before is kept.`,
      );
    }
    await this.database('recording_pieces')
      .insert({ recording: id, position, samples })
      .onConflict(['recording', 'position'])
      .ignore();
  }

  async read(id: string): Promise<Recording> {
    const [row] = await this.query().where('recordings.id', id);
    if (!row) throw new Problem('not-found', 'This recording is no longer there.');
    return asRecording(row);
  }

  /** Those of a scene that nobody has finished, the newest first. */
  async list(scene: string): Promise<Recording[]> {
    const rows = await this.query().where({ scene }).orderBy('created_at', 'desc');
    return rows.map(asRecording);
  }

  /** The recording as a WAV, as far as its pieces go on without a gap. */
  async asWav(id: string): Promise<Readable> {
    const { sampleRate } = await this.read(id);
    const pieces = await this.database('recording_pieces')
      .where({ recording: id })
      .orderBy('position')
      .select<{ position: number; size: number }[]>(
        'position',
        this.database.raw('length(samples) as size'),
      );
    const whole = pieces.filter(({ position }, at) => position === at);
    const bytes = whole.reduce((sum, { size }) => sum + size, 0);
    if (bytes === 0) {
      throw new Problem('bad-input', 'Nothing was recorded: not a moment of sound has come in.');
    }
    return Readable.from(this.parts(id, wavHeader(sampleRate, 1, bytes), whole.length));
  }

  async remove(id: string): Promise<void> {
    await this.database('recordings').where({ id }).delete();
  }

  /** Removes what nobody has come back for. */
  async sweep(): Promise<void> {
    await this.database('recordings')
      .whereRaw('created_at < now() - make_interval(days => ?)', [KEPT_DAYS])
      .delete();
  }

  private async *parts(id: string, header: Uint8Array, count: number): AsyncGenerator<Buffer> {
    yield Buffer.from(header);
    for (let position = 0; position < count; position++) {
      const row = await this.database('recording_pieces')
        .where({ recording: id, position })
        .first<{ samples: Buffer } | undefined>('samples');
      if (!row) throw new Problem('not-found', 'This recording is no longer there.');
      yield row.samples;
    }
  }

  private query() {
    return this.database('recordings')
      .where({ owner: OWNER })
      .select<Row[]>(
        ...['recordings.id', 'scene', 'name', 'sample_rate', 'created_at'],
        this.database.raw(
          '(select sum(length(samples)) from recording_pieces where recording = recordings.id) as bytes',
        ),
      );
  }
}

function asRecording(row: Row): Recording {
  return {
    ...{ id: row.id, scene: row.scene, name: row.name, sampleRate: row.sample_rate },
    duration: Number(row.bytes ?? 0) / SAMPLE_BYTES / row.sample_rate,
    begunAt: row.created_at.toISOString(),
  };
}

import { randomBytes } from 'node:crypto';
import {
  livePageSettingsSchema,
  type LivePageRecord,
  type LivePageSettings,
} from '@cruvo/core/live';
import { Problem } from '@cruvo/core/problem';
import { OWNER, type Database } from '../database/connect';

export type LivePage = LivePageRecord<Date>;

interface Row extends Omit<LivePage, 'createdAt'> {
  readonly created_at: Date;
}

const COLUMNS = ['id', 'scene', 'name', 'key', 'settings', 'created_at'];
const KEY_BYTES = 18;
/** Most live pages of a scene. */
const MOST = 50;

const newKey = () => randomBytes(KEY_BYTES).toString('base64url');

const fromRow = ({ created_at, settings, ...page }: Row): LivePage => ({
  ...page,
  settings: livePageSettingsSchema.validateSync(settings),
  createdAt: created_at,
});

/** The live pages of scenes. */
export class LivePageStore {
  constructor(private readonly database: Database) {}

  /** Of a scene, the older ones first. */
  async list(scene: string): Promise<LivePage[]> {
    const rows = await this.database('live_pages')
      .where({ scene })
      .orderBy([{ column: 'created_at' }, { column: 'id' }])
      .select<Row[]>(COLUMNS);
    return rows.map(fromRow);
  }

  /** Makes a page. The same id twice is one page. */
  async create(page: Pick<LivePage, 'id' | 'scene' | 'name' | 'settings'>): Promise<LivePage> {
    if ((await this.list(page.scene)).length >= MOST) {
      throw new Problem('bad-input', `A scene has ${MOST} live pages at most. Remove one first.`);
    }
    await this.database('live_pages')
      .insert({
        ...page,
        ...{ owner: OWNER, key: newKey(), settings: JSON.stringify(page.settings) },
      })
      .onConflict('id')
      .ignore();
    return this.read(page.id);
  }

  async change(
    id: string,
    { name, settings }: { readonly name: string; readonly settings: LivePageSettings },
  ): Promise<LivePage> {
    await this.database('live_pages')
      .where({ id })
      .update({ name, settings: JSON.stringify(settings) });
    return this.read(id);
  }

  /** Gives a page another address; the one before leads nowhere from then on. */
  async renewKey(id: string): Promise<LivePage> {
    await this.database('live_pages').where({ id }).update({ key: newKey() });
    return this.read(id);
  }

  async delete(id: string): Promise<void> {
    await this.database('live_pages').where({ id }).delete();
  }

  async read(id: string): Promise<LivePage> {
    return this.first({ id });
  }

  /** The page of an address. */
  async byKey(key: string): Promise<LivePage> {
    return this.first({ key });
  }

  private async first(where: { id: string } | { key: string }): Promise<LivePage> {
    const row = await this.database('live_pages').where(where).first<Row | undefined>(COLUMNS);
    if (!row) throw new Problem('not-found', 'This live page is no longer there.');
    return fromRow(row);
  }
}

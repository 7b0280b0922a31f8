import { Problem } from '@cruvo/core/problem';
import type { DocumentKind } from '@cruvo/core/document';
import type { Database } from '../database/connect';

/** What was deleted can be brought back for so long. */
const KEPT_DAYS = 30;

/** Something that was deleted, and can still be brought back. */
export interface DeletedDocument {
  readonly id: string;
  readonly kind: DocumentKind;
  readonly production: string;
  readonly name: string;
  readonly deletedAt: Date;
}

/**
 * Holds deleted documents until they are brought back, or for good after a while. A production takes all that is in it
 * along.
 */
export class DocumentBin {
  constructor(private readonly database: Database) {}

  /** The last deleted first; what lies in a deleted production is not told apart. */
  async list(): Promise<DeletedDocument[]> {
    const rows = await this.database('documents as own')
      .join('documents as root', 'root.id', 'own.production')
      .whereNotNull('own.deleted_at')
      .where((either) => either.whereNull('root.deleted_at').orWhere('own.kind', '=', 'production'))
      .orderBy('own.deleted_at', 'desc')
      .select<(Omit<DeletedDocument, 'deletedAt'> & { deleted_at: Date })[]>(
        ...['id', 'kind', 'production', 'name', 'deleted_at'].map((column) => `own.${column}`),
      );
    return rows.map(({ deleted_at, ...row }) => ({ ...row, deletedAt: deleted_at }));
  }

  /**
   * Deletes a document.
   *
   * @throws Problem where it is not there, or is a character that stands in a scene
   */
  async put(id: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const row = await transaction('documents')
        .where({ id })
        .whereNull('deleted_at')
        .forUpdate()
        .first<{ kind: DocumentKind; name: string } | undefined>('kind', 'name');
      if (!row) throw new Problem('not-found', 'This is no longer there.');
      if (row.kind === 'character') await checkUnused(transaction, id, row.name);
      await transaction('documents').where({ id }).update({ deleted_at: new Date() });
    });
  }

  /** Brings a document back as it was, with the characters that stand in it. @throws Problem where it is gone for good */
  async bringBack(id: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const back = await transaction('documents')
        .where({ id })
        .whereNotNull('deleted_at')
        .update({ deleted_at: null });
      if (back === 0) {
        throw new Problem(
          'not-found',
          `This can’t be brought back any more: what is deleted is kept for ${KEPT_DAYS} days.`,
        );
      }
      await transaction.raw(
        `update documents set deleted_at = null
        where kind = 'character' and deleted_at is not null and id::text in (
          select jsonb_path_query(body, '$.cast.*.character') #>> '{}' from documents where id = ?)`,
        [id],
      );
    });
  }

  /** Removes for good what was deleted so many days ago. */
  async empty(keptDays: number = KEPT_DAYS): Promise<void> {
    await this.database('documents')
      .whereRaw('deleted_at <= now() - make_interval(secs => ?)', [keptDays * 86_400])
      .delete();
  }
}

/** @throws Problem that names a scene in which a character stands */
async function checkUnused(database: Database, id: string, name: string): Promise<void> {
  const scene = await database('documents')
    .where({ kind: 'scene' })
    .whereNull('deleted_at')
    .whereRaw(`jsonb_path_exists(body, '$.cast.*.character \\? (@ == $id)', ?)`, [
      JSON.stringify({ id }),
    ])
    .first<{ name: string } | undefined>('name');
  if (!scene) return;
  throw new Problem(
    'conflict',
    `${name} stands in the scene “${scene.name}”. Take it out there first.`,
  );
}

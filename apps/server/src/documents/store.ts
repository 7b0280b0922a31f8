import {
  asProduction,
  collide,
  differences,
  patched,
  readDocument,
  type CarriedProduction,
  type DocumentBodies,
  type DocumentKind,
  type Patches,
} from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import equal from 'fast-deep-equal';
import type { Knex } from 'knex';
import { OWNER, type Database } from '../database/connect';
import { referencedHashes, keepReferences } from './references';
import { revisionsToForget, type Revision } from './revisions';

/** A saved document, brought up to date. Each save makes the next revision. */
export interface StoredDocument<Kind extends DocumentKind = DocumentKind> {
  readonly id: string;
  readonly kind: Kind;
  readonly production: string;
  readonly revision: number;
  readonly body: DocumentBodies[Kind];
  readonly savedAt: Date;
}

export function isKind<Kind extends DocumentKind>(
  document: StoredDocument,
  kind: Kind,
): document is StoredDocument<Kind> {
  return document.kind === kind;
}

/** What lists of documents show. */
export interface ListedDocument {
  readonly id: string;
  readonly kind: DocumentKind;
  readonly production: string;
  readonly name: string;
  readonly savedAt: Date;
}

export interface NewDocument {
  readonly id: string;
  readonly kind: DocumentKind;
  readonly body: unknown;
}

/** Thrown when someone else saved first; carries what is saved now. */
export class RevisionConflict extends Problem {
  constructor(readonly current: StoredDocument) {
    super('conflict', 'This was changed in another window since you opened it.');
  }
}

interface Row {
  id: string;
  kind: DocumentKind;
  production: string;
  revision: number;
  body: unknown;
  saved_at: Date;
}

const fromRow = ({ id, kind, production, revision, body, saved_at }: Row): StoredDocument => ({
  id,
  kind,
  production,
  revision,
  body: readDocument(kind, body),
  savedAt: saved_at,
});

export class DocumentStore {
  constructor(private readonly database: Database) {}

  /** Stores the documents of a new production, all or none; the same ones twice are stored once. */
  async createProduction(production: string, documents: readonly NewDocument[]): Promise<void> {
    await this.insert(production, documents, async () => undefined);
  }

  /** Adds a document to a production that is there. The same one twice is added once. */
  async add(production: string, document: NewDocument): Promise<void> {
    if (document.kind === 'production') {
      throw new Problem('bad-input', 'A production can’t be put inside another one.');
    }
    await this.insert(production, [document], async (transaction) => {
      // Kept from being deleted meanwhile.
      const there = await transaction('documents')
        .where({ id: production, kind: 'production' })
        .whereNull('deleted_at')
        .forKeyShare()
        .first('id');
      if (!there) throw new Problem('not-found', 'This production is no longer there.');
    });
  }

  private async insert(
    production: string,
    documents: readonly NewDocument[],
    check: (transaction: Database) => Promise<void>,
  ): Promise<void> {
    const read = documents.map(({ id, kind, body }) => ({
      id,
      kind,
      body: readDocument(kind, body),
    }));
    await this.database.transaction(async (transaction) => {
      await check(transaction);
      for (const { id, kind, body } of read) {
        const stored = { kind, production, owner: OWNER, revision: 1 };
        const inserted = await transaction('documents')
          .insert({ id, ...stored, body: JSON.stringify(body) })
          .onConflict('id')
          .ignore()
          .returning('id');
        if (inserted.length > 0) await keepRevision(transaction, { id, kind, revision: 1, body });
        else await checkSame(transaction, production, { id, kind, body });
      }
      // A scene may come with its characters, in any order.
      for (const { kind, body } of read) await keepReferences(transaction, kind, body, null);
    });
  }

  async read(id: string): Promise<StoredDocument> {
    const row = await this.database<Row>('documents as own')
      .where('own.id', id)
      .modify(thatIsThere)
      .first('own.*');
    if (!row) throw new Problem('not-found', 'This is no longer there.');
    return fromRow(row);
  }

  /** Whether there is a document of an id, or was one that was deleted and is kept still. */
  async isKnown(id: string): Promise<boolean> {
    return (await this.database('documents').where({ id }).first('id')) !== undefined;
  }

  /** In the order that was given to them, then the older first. Bodies are not read, so that a broken one spoils no list. */
  async list(filter: { kind?: DocumentKind; production?: string }): Promise<ListedDocument[]> {
    const named = Object.entries(filter).map(([column, value]) => [`own.${column}`, value]);
    const rows = await this.database('documents as own')
      .where(Object.fromEntries(named))
      .modify(thatIsThere)
      .orderByRaw('own.position nulls last, own.created_at, own.id')
      .select<(Pick<Row, 'id' | 'kind' | 'production' | 'saved_at'> & { name: string })[]>(
        ...['id', 'kind', 'production', 'saved_at', 'name'].map((column) => `own.${column}`),
      );
    return rows.map(({ saved_at, ...row }) => ({ ...row, savedAt: saved_at }));
  }

  /** All that is in a production, in its order. */
  async production(id: string): Promise<CarriedProduction> {
    const rows = await this.database<Row>('documents as own')
      .where('own.production', id)
      .modify(thatIsThere)
      .orderByRaw("own.kind <> 'production', own.position nulls last, own.created_at, own.id")
      .select('own.*');
    if (rows.length === 0) throw new Problem('not-found', 'This production is no longer there.');
    return asProduction((rows as Row[]).map(fromRow));
  }

  /** Gives documents of a production an order among each other. */
  async arrange(production: string, ids: readonly string[]): Promise<void> {
    await this.database.transaction(async (transaction) => {
      for (const [position, id] of ids.entries()) {
        const found = await transaction('documents')
          .where({ id, production })
          .whereNot({ kind: 'production' })
          .update({ position });
        if (found === 0) throw new Problem('not-found', 'One of these is no longer there.');
      }
    });
  }

  /**
   * Saves changes that were made from a revision. What others saved since stays, as long as no record was changed by
   * both. What the same window saved since, without hearing of it, is its own.
   *
   * @param window who saves; null where that isn't said
   * @throws RevisionConflict where one was, or where it can't be told any more
   */
  async patch(
    id: string,
    revision: number,
    patches: Patches,
    window: string | null = null,
  ): Promise<StoredDocument> {
    return this.database.transaction(async (transaction) => {
      const row = await transaction<Row>('documents as own')
        .where('own.id', id)
        .modify(thatIsThere)
        .forUpdate('own')
        .first('own.*');
      if (!row) throw new Problem('not-found', 'This is no longer there, so it can’t be saved.');
      const current = fromRow(row);
      if (row.revision !== revision && !(await isOwn(transaction, row, revision, window))) {
        const base = await bodyOfRevision(transaction, id, revision);
        if (!base || collide(differences(base, current.body), patches)) {
          throw new RevisionConflict(current);
        }
      }
      const body = readDocument(row.kind, applied(current.body, patches));
      await keepReferences(transaction, row.kind, body, current.body);
      const next = { revision: row.revision + 1, saved_at: new Date() };
      await transaction('documents')
        .where({ id })
        .update({ ...next, body: JSON.stringify(body) });
      const saved = { id, kind: row.kind, revision: next.revision, body };
      await keepRevision(transaction, saved, window);
      return fromRow({ ...row, ...next, body });
    });
  }

  /** The revisions that can be brought back, newest first. */
  async revisions(id: string): Promise<Revision[]> {
    const rows = await this.database('document_revisions')
      .where({ document: id })
      .orderBy('revision', 'desc')
      .select<{ revision: number; saved_at: Date }[]>('revision', 'saved_at');
    // Every document has one at least.
    if (rows.length === 0) throw new Problem('not-found', 'This is no longer there.');
    return rows.map(({ revision, saved_at }) => ({ revision, savedAt: saved_at }));
  }

  async readRevision(id: string, revision: number): Promise<DocumentBodies[DocumentKind]> {
    const body = await bodyOfRevision(this.database, id, revision);
    if (!body) throw new Problem('not-found', 'This version is no longer kept.');
    return body;
  }
}

/** Leaves out what was deleted, by itself or with its production. */
function thatIsThere(query: Knex.QueryBuilder): void {
  void query
    .join('documents as root', 'root.id', 'own.production')
    .whereNull('own.deleted_at')
    .whereNull('root.deleted_at');
}

async function bodyOfRevision(
  database: Database,
  id: string,
  revision: number,
): Promise<DocumentBodies[DocumentKind] | null> {
  const row = await database('document_revisions')
    .join('documents', 'documents.id', 'document_revisions.document')
    .where({ document: id, 'document_revisions.revision': revision })
    .first<Pick<Row, 'kind' | 'body'> | undefined>('kind', 'document_revisions.body');
  return row ? readDocument(row.kind, row.body) : null;
}

/** @throws Problem where a change leads nowhere */
function applied(body: DocumentBodies[DocumentKind], patches: Patches): unknown {
  try {
    return patched(body, patches);
  } catch {
    throw new Problem('bad-input', 'These changes are made to something that is not there.');
  }
}

/** Makes sure that a document that is there already is the one that was to be stored. */
async function checkSame(
  database: Database,
  production: string,
  { id, kind, body }: NewDocument,
): Promise<void> {
  const there = await database<Row>('documents').where({ id }).first();
  const first = there && (await bodyOfRevision(database, id, 1));
  if (there?.production === production && there.kind === kind && equal(first, body)) return;
  throw new Problem('conflict', 'There is another document of this id already.');
}

/** Whether all that was saved since a revision was saved by the same window. */
async function isOwn(
  database: Database,
  { id, revision: last }: Pick<Row, 'id' | 'revision'>,
  revision: number,
  window: string | null,
): Promise<boolean> {
  if (window === null) return false;
  const rows = await database('document_revisions')
    .where({ document: id, saved_by: window })
    .where('revision', '>', revision)
    .count<{ count: string }[]>('* as count');
  return revision < last && Number(rows[0]?.count) === last - revision;
}

interface NewRevision {
  readonly id: string;
  readonly kind: DocumentKind;
  readonly revision: number;
  readonly body: DocumentBodies[DocumentKind];
}

/** Keeps a new revision, and lets go of old ones that are close to others. */
async function keepRevision(
  database: Database,
  { id: document, kind, revision, body }: NewRevision,
  window: string | null = null,
): Promise<void> {
  await database('document_revisions').insert({
    document,
    revision,
    body: JSON.stringify(body),
    refs: referencedHashes(kind, body),
    saved_by: window,
  });
  const kept = await database('document_revisions')
    .where({ document })
    .select<{ revision: number; saved_at: Date }[]>('revision', 'saved_at');
  const gone = revisionsToForget(
    kept.map(({ revision: number, saved_at }) => ({ revision: number, savedAt: saved_at })),
    new Date(),
  );
  await database('document_revisions').where({ document }).whereIn('revision', gone).delete();
}

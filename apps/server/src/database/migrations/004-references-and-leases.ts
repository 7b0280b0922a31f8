import type { Knex } from 'knex';

/** Everything in a text that looks like a SHA-256. */
const HASHES = (body: string) => `array(
  select distinct found[1] from regexp_matches(${body}::text, '[0-9a-f]{64}', 'g') as found
)`;

/**
 * What belongs to what is known to the database: documents to their production, films to theirs, which media and tracks
 * a revision or a film needs, and which window saved a revision. A worker's hold on a film ends by itself. Answers are
 * kept for requests that are sent again.
 */
export async function up(database: Knex): Promise<void> {
  // What was added to a production while it was deleted, and films of deleted productions, can't be reached any more.
  for (const table of ['documents', 'films']) {
    await database.raw(
      `delete from ${table} where not exists (
        select 1 from documents p where p.id = ${table}.production)`,
    );
  }
  await database.raw(`
    alter table documents
      add constraint documents_production_foreign foreign key (production)
        references documents (id) on delete cascade
        deferrable initially deferred,
      add column name text generated always as (coalesce(body ->> 'name', '')) stored`);
  await database.raw(`
    alter table document_revisions
      add column refs text[] not null default '{}',
      add column saved_by text`);
  await database.raw(`update document_revisions set refs = ${HASHES('body')}`);
  await database.raw(`
    alter table films
      add constraint films_production_foreign foreign key (production)
        references documents (id) on delete cascade,
      add column refs text[] not null default '{}',
      add column seen_at timestamptz,
      add column attempts integer not null default 0,
      add column best_progress real not null default 0`);
  await database.raw(`update films set refs = ${HASHES('material')}`);
  await database.raw('alter table media add column unreferenced_since timestamptz');
  await database.raw('alter table tracks add column unreferenced_since timestamptz');
  await database.schema.createTable('requests', (table) => {
    table.text('key').primary();
    table.text('digest').notNullable();
    table.integer('status');
    table.jsonb('answer');
    table.timestamp('created_at').notNullable().defaultTo(database.fn.now());
  });
}

export async function down(database: Knex): Promise<void> {
  await database.schema.dropTable('requests');
  await database.raw('alter table tracks drop column unreferenced_since');
  await database.raw('alter table media drop column unreferenced_since');
  await database.raw(`
    alter table films
      drop constraint films_production_foreign,
      drop column refs, drop column seen_at, drop column attempts, drop column best_progress`);
  await database.raw('alter table document_revisions drop column refs, drop column saved_by');
  await database.raw(
    'alter table documents drop constraint documents_production_foreign, drop column name',
  );
}

import type { Knex } from 'knex';

/** Tracks are kept as bytes; those that were kept as text are its bytes, under the same id. */
export async function up(database: Knex): Promise<void> {
  await database.schema.alterTable('tracks', (table) => {
    table.binary('bytes');
  });
  await database.raw("update tracks set bytes = convert_to(body, 'UTF8')");
  await database.schema.alterTable('tracks', (table) => {
    table.dropColumn('body');
    table.dropNullable('bytes');
  });
}

export async function down(database: Knex): Promise<void> {
  await database.schema.alterTable('tracks', (table) => {
    table.text('body');
  });
  await database.raw("update tracks set body = convert_from(bytes, 'UTF8')");
  await database.schema.alterTable('tracks', (table) => {
    table.dropColumn('bytes');
    table.dropNullable('body');
  });
}

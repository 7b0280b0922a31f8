import type { Knex } from 'knex';

/** Pages that show a scene live, at addresses that nobody guesses. */
export async function up(database: Knex): Promise<void> {
  await database.schema.createTable('live_pages', (table) => {
    table.uuid('id').primary();
    table.uuid('scene').notNullable().references('documents.id').onDelete('CASCADE');
    table.text('owner').notNullable();
    table.text('name').notNullable();
    table.text('key').notNullable().unique();
    table.jsonb('settings').notNullable();
    table.timestamp('created_at').notNullable().defaultTo(database.fn.now());
    table.index('scene');
  });
}

export async function down(database: Knex): Promise<void> {
  await database.schema.dropTable('live_pages');
}

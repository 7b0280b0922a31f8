import type { Knex } from 'knex';

/** Recordings that are being made, piece by piece. */
export async function up(database: Knex): Promise<void> {
  await database.schema.createTable('recordings', (table) => {
    table.uuid('id').primary();
    table.text('owner').notNullable();
    table.uuid('scene').notNullable();
    table.text('name').notNullable();
    table.integer('sample_rate').notNullable();
    table.timestamp('created_at').notNullable().defaultTo(database.fn.now());
  });
  await database.schema.createTable('recording_pieces', (table) => {
    table.uuid('recording').notNullable().references('recordings.id').onDelete('CASCADE');
    table.integer('position').notNullable();
    table.binary('samples').notNullable();
    table.primary(['recording', 'position']);
  });
}

export async function down(database: Knex): Promise<void> {
  await database.schema.dropTable('recording_pieces');
  await database.schema.dropTable('recordings');
}

import type { Knex } from 'knex';

export async function up(database: Knex): Promise<void> {
  await database.schema.createTable('posters', (table) => {
    table.uuid('document').primary().references('documents.id').onDelete('CASCADE');
    // Digest of all that the picture is made from.
    table.text('content').notNullable();
    table.binary('png').notNullable();
    table.timestamp('created_at').notNullable().defaultTo(database.fn.now());
  });
}

export async function down(database: Knex): Promise<void> {
  await database.schema.dropTable('posters');
}

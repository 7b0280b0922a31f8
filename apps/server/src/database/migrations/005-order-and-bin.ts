import type { Knex } from 'knex';

/** Scenes have an order in their production; what is deleted can be brought back for a while. */
export async function up(database: Knex): Promise<void> {
  await database.schema.alterTable('documents', (table) => {
    table.integer('position');
    table.timestamp('deleted_at');
  });
}

export async function down(database: Knex): Promise<void> {
  await database.schema.alterTable('documents', (table) => {
    table.dropColumns('position', 'deleted_at');
  });
}

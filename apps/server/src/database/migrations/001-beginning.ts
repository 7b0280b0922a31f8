import type { Knex } from 'knex';

export async function up(database: Knex): Promise<void> {
  await database.schema
    .createTable('documents', (table) => {
      table.uuid('id').primary();
      table.text('kind').notNullable();
      table.uuid('production').notNullable().index();
      table.text('owner').notNullable();
      table.integer('revision').notNullable();
      table.jsonb('body').notNullable();
      table.timestamp('created_at').notNullable().defaultTo(database.fn.now());
      table.timestamp('saved_at').notNullable().defaultTo(database.fn.now());
    })
    .createTable('document_revisions', (table) => {
      table.uuid('document').notNullable().references('documents.id').onDelete('CASCADE');
      table.integer('revision').notNullable();
      table.jsonb('body').notNullable();
      table.timestamp('saved_at').notNullable().defaultTo(database.fn.now());
      table.primary(['document', 'revision']);
    })
    .createTable('tracks', (table) => {
      table.text('id').primary();
      table.text('owner').notNullable();
      table.text('body').notNullable();
      table.timestamp('created_at').notNullable().defaultTo(database.fn.now());
    })
    .createTable('media', (table) => {
      table.text('hash').primary();
      table.text('owner').notNullable();
      table.text('type').notNullable();
      table.bigInteger('size').notNullable();
      table.timestamp('created_at').notNullable().defaultTo(database.fn.now());
    })
    .createTable('media_chunks', (table) => {
      table.text('hash').notNullable().references('media.hash').onDelete('CASCADE');
      table.integer('position').notNullable();
      table.binary('bytes').notNullable();
      table.primary(['hash', 'position']);
    })
    .createTable('films', (table) => {
      table.uuid('id').primary();
      table.uuid('production').notNullable().index();
      table.uuid('scene').notNullable();
      table.text('owner').notNullable();
      table.text('name').notNullable();
      table.jsonb('settings').notNullable();
      table.jsonb('material').notNullable();
      table.text('status').notNullable();
      table.float('progress').notNullable().defaultTo(0);
      table.uuid('claim');
      table.text('problem');
      table.text('media').references('media.hash');
      table.timestamp('created_at').notNullable().defaultTo(database.fn.now());
      table.timestamp('finished_at');
    });
  // Media don't compress; kept as they are, stretches of them are read without unpacking the rest.
  await database.raw('alter table media_chunks alter column bytes set storage external');
}

export async function down(database: Knex): Promise<void> {
  for (const table of [
    'films',
    'media_chunks',
    'media',
    'tracks',
    'document_revisions',
    'documents',
  ]) {
    await database.schema.dropTable(table);
  }
}

import type { Knex } from 'knex';
import * as beginning from './001-beginning';

const ALL = [{ name: '001-beginning', migration: beginning as Knex.Migration }];

/** The migrations in their order, as code rather than files on disk, so that a bundle holds them too. */
export const migrations: Knex.MigrationSource<(typeof ALL)[number]> = {
  getMigrations: async () => ALL,
  getMigrationName: ({ name }) => name,
  getMigration: async ({ migration }) => migration,
};

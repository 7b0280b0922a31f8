import type { Knex } from 'knex';
import * as beginning from './001-beginning';
import * as posters from './002-posters';
import * as binaryTracks from './003-binary-tracks';
import * as referencesAndLeases from './004-references-and-leases';
import * as orderAndBin from './005-order-and-bin';
import * as recordings from './006-recordings';
import * as delivery from './007-delivery';
import * as livePages from './008-live-pages';
import * as filmParts from './009-film-parts';

const ALL: readonly { readonly name: string; readonly migration: Knex.Migration }[] = [
  { name: '001-beginning', migration: beginning },
  { name: '002-posters', migration: posters },
  { name: '003-binary-tracks', migration: binaryTracks },
  { name: '004-references-and-leases', migration: referencesAndLeases },
  { name: '005-order-and-bin', migration: orderAndBin },
  { name: '006-recordings', migration: recordings },
  { name: '007-delivery', migration: delivery },
  { name: '008-live-pages', migration: livePages },
  { name: '009-film-parts', migration: filmParts },
];

/** The migrations in their order, as code rather than files on disk, so that a bundle holds them too. */
export const migrations: Knex.MigrationSource<(typeof ALL)[number]> = {
  getMigrations: async () => [...ALL],
  getMigrationName: ({ name }) => name,
  getMigration: async ({ migration }) => migration,
};

import type { Knex } from 'knex';

/** Films are delivered in many ways, and more than one file may come of one. */
export async function up(database: Knex): Promise<void> {
  await database.raw(`
    alter table films
      add column files jsonb not null default '[]',
      add column notes jsonb not null default '[]'
  `);
  const settings = {
    ...{ format: 'mp4', stretch: null, only: null, captions: 'picture', loudness: null },
    ...{ premultiplied: false, crossfade: 0 },
  };
  await database.raw('update films set settings = ?::jsonb || settings', [
    JSON.stringify(settings),
  ]);
  await database.raw(`
    update films set files = jsonb_build_array(jsonb_build_object(
      'name', 'film.mp4', 'type', media.type, 'hash', media.hash, 'size', media.size
    )) from media where media.hash = films.media
  `);
  await database.raw('alter table films drop column media');
}

export async function down(database: Knex): Promise<void> {
  await database.raw(`
    alter table films add column media text;
    update films set media = files -> 0 ->> 'hash';
    alter table films drop column files, drop column notes
  `);
}

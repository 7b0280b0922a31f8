import type { Knex } from 'knex';

/**
 * Films are rendered in parts, by any number of workers, in an order that can be changed; they can be paused. Who works
 * on what is told by the parts themselves: the queue of pg-boss is not needed any more.
 */
export async function up(database: Knex): Promise<void> {
  await database.raw(`
    create table film_parts (
      film uuid not null references films (id) on delete cascade,
      position integer not null,
      first integer,
      count integer,
      progress real not null default 0,
      best_progress real not null default 0,
      attempts integer not null default 0,
      claim uuid,
      seen_at timestamptz,
      done boolean not null default false,
      media text,
      primary key (film, position)
    );
    create index on film_parts (media) where media is not null;
    insert into film_parts (film, position)
      select id, 0 from films where status in ('waiting', 'rendering');
    update films set status = 'waiting' where status = 'rendering';
    alter table films
      drop column claim, drop column seen_at, drop column attempts, drop column best_progress,
      add column paused boolean not null default false,
      add column rank double precision,
      add column preview bytea,
      add column begun_at timestamptz,
      add column idle_since timestamptz,
      add column idle_seconds double precision not null default 0;
    drop schema if exists pgboss cascade;
  `);
}

export async function down(database: Knex): Promise<void> {
  await database.raw(`
    drop table film_parts;
    alter table films
      add column claim uuid, add column seen_at timestamptz,
      add column attempts integer not null default 0,
      add column best_progress real not null default 0,
      drop column paused, drop column rank, drop column preview,
      drop column begun_at, drop column idle_since, drop column idle_seconds;
  `);
}

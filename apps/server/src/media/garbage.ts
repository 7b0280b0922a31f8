import type { Database } from '../database/connect';

/** What nobody refers to stays for so long: undo may bring it back, and a document that needs it may be on its way. */
const GRACE_DAYS = 7;
/** Answers to requests that may be sent again are kept for so long. */
const ANSWERS_DAYS = 1;

/** What some version of a document, or a film, needs. */
const WANTED = `
  select unnest(refs) as hash from document_revisions
  union select unnest(refs) from films
  union select file ->> 'hash' from films, jsonb_array_elements(files) as file
  union select media from film_parts where media is not null`;

/**
 * Removes media and tracks that no version of a document and no film has needed for a while, and answers that are no
 * longer asked for. A row says since when nobody needs it; whoever begins to need it clears that in a transaction
 * (`keepReferences`, `MediaStore.write`), and a removal that waits for it looks at the row again.
 *
 * @param graceDays how long what nobody needs is kept
 */
export async function collectGarbage(
  database: Database,
  graceDays: number = GRACE_DAYS,
): Promise<void> {
  for (const [table, key] of [
    ['media', 'hash'],
    ['tracks', 'id'],
  ] as const) {
    await database.raw(`
      with wanted as (${WANTED})
      update ${table} set unreferenced_since = case
        when exists (select 1 from wanted where wanted.hash = ${table}.${key}) then null
        else now()
      end
      where (unreferenced_since is null)
        = not exists (select 1 from wanted where wanted.hash = ${table}.${key})`);
    await database.raw(
      `delete from ${table} where unreferenced_since <= now() - make_interval(secs => ?)`,
      [graceDays * 86_400],
    );
  }
  await database.raw(
    `delete from requests where created_at < now() - interval '${ANSWERS_DAYS} days'`,
  );
}

import { words } from './0002-words';
import { exact } from './0003-exact';
import { pitch } from './0004-pitch';
import type { TrackBody } from './trackBody';

const MIGRATIONS = [words, exact, pitch];

/** A track that was stored as JSON, which versions 1 and 2 were, brought up to date. */
export function migratedTrack(body: TrackBody): TrackBody {
  const { version } = body;
  if (version !== 1 && version !== 2) return body;
  return MIGRATIONS.slice(version - 1).reduce(
    (older, migration, at) => ({ ...migration(older), version: version + at + 1 }),
    body,
  );
}

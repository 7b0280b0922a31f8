import { jest } from '@jest/globals';
import { collide, differences, patched, type Patches } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import type { Scene } from '@cruvo/core/scene';
import type { Document, SaveOutcome } from '../api/documents';
import { DocumentSaver, type SaverPorts } from '../saving/documentSaver';
import type { JournalEntry } from '../saving/journal';

export const scene = (name: string, more: Partial<Scene> = {}) => ({ name, ...more }) as Scene;
export const track = Uint8Array.of(1, 2, 3);

/** A server in memory that keeps the revisions of one scene, and a browser beside it. */
export function savingServer() {
  const journal = new Map<string, JournalEntry>();
  const bodies = [scene('first')];
  const savedBy: (string | null)[] = [null];
  const world = {
    get revision() {
      return bodies.length;
    },
    get saved() {
      return bodies.at(-1)!;
    },
    tracks: [] as Uint8Array[],
    keptTracks: new Set<string>(),
    announced: [] as number[],
    away: false,
    /** Saves, but nobody hears of it. */
    losesAnswers: false,
    journal,
    document: (): Document<'scene'> => ({
      ...{ id: 'id', kind: 'scene', production: 'p' },
      revision: bodies.length,
      body: JSON.parse(JSON.stringify(bodies.at(-1))) as Scene,
    }),
    ports: {
      save: async (
        revision: number,
        patches: Patches,
        window: string,
      ): Promise<SaveOutcome<'scene'>> => {
        if (world.away) throw new Problem('unavailable', 'Away.');
        const next = patched(world.saved, patches);
        if (next.name === 'wrong') throw new Problem('bad-input', 'Wrong.');
        const own = savedBy.slice(revision).every((by) => by === window);
        if (!own && collide(differences(bodies[revision - 1]!, world.saved), patches)) {
          return { saved: false, current: world.document() };
        }
        bodies.push(next);
        savedBy.push(window);
        if (world.losesAnswers) throw new Problem('unavailable', 'Away.');
        const saved = world.document();
        const merged = saved.revision > revision + 1 ? saved : null;
        return { saved: true, revision: saved.revision, merged };
      },
      read: async (): Promise<Document<'scene'>> => world.document(),
      storeTrack: async (bytes: Uint8Array) => {
        if (world.away) throw new Problem('unavailable', 'Away.');
        world.tracks.push(bytes);
      },
      journal: {
        write: async (id: string, entry: JournalEntry) => void journal.set(id, entry),
        keepTrack: async (id: string) => void world.keptTracks.add(id),
        remove: async (id: string, _window: string, tracks: readonly string[]) => {
          journal.delete(id);
          for (const one of tracks) world.keptTracks.delete(one);
        },
      },
      announce: (revision: number) => void world.announced.push(revision),
    } satisfies SaverPorts<'scene'>,
  };
  return world;
}
/** The name that a journal would bring back. */
export const nameInJournal = (world: ReturnType<typeof savingServer>) =>
  patched(world.saved, world.journal.get('id')!.patches).name;

/** A window that works on the scene. */
export const openSaver = (world: ReturnType<typeof savingServer>) =>
  new DocumentSaver<'scene'>('id', world.revision, world.saved, world.ports);

export const pass = (milliseconds: number) => jest.advanceTimersByTimeAsync(milliseconds);

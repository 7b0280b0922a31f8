import { delMany, get, keys, set } from 'idb-keyval';
import { number, object, string, array } from 'yup';
import {
  patched,
  patchesSchema,
  readDocument,
  type DocumentBodies,
  type DocumentKind,
  type Patches,
} from '@cruvo/core/document';
import type { Document } from '../api/documents';
import { isWindowOpen } from './windowLock';

/** Work on one document that is not saved on the server yet. */
export interface JournalEntry {
  /** The revision that the work was made from. */
  readonly revision: number;
  /** The window that the work was done in, by which the server knows what this one has saved already. */
  readonly window: string;
  readonly patches: Patches;
  /** Ids of the voice tracks that the server does not have yet. */
  readonly tracks: readonly string[];
}

type Bytes = Uint8Array<ArrayBuffer>;

/** Where unsaved work is kept. */
export interface Journal {
  readonly write: (id: string, entry: JournalEntry) => Promise<void>;
  readonly keepTrack: (track: string, bytes: Bytes) => Promise<void>;
  /** Removes what a window has kept of a document, and tracks that are no longer needed. */
  readonly remove: (id: string, window: string, tracks: readonly string[]) => Promise<void>;
}

/** Each window keeps its own work. */
const entryKey = (id: string, window: string) => `journal ${id} ${window}`;
/** Where an older Cruvo kept the work of all windows. */
const sharedKey = (id: string) => `journal ${id}`;
const trackKey = (id: string) => `track ${id}`;
/** Where one before that kept the whole body and all tracks. */
const oldKey = (id: string) => `unsaved ${id}`;

/** The browser's own store. */
export const browserJournal: Journal = {
  write: (id, entry) => set(entryKey(id, entry.window), entry),
  keepTrack: (track, bytes) => set(trackKey(track), bytes),
  remove: (id, window, tracks) =>
    delMany([entryKey(id, window), sharedKey(id), oldKey(id), ...tracks.map(trackKey)]),
};

/** Unsaved work of an earlier visit, laid over the document as it is on the server now. */
export interface UnsavedWork<Kind extends DocumentKind> {
  readonly revision: number;
  /** The window that it was done in; null where an older Cruvo kept it. */
  readonly window: string | null;
  readonly body: DocumentBodies[Kind];
  readonly tracks: ReadonlyMap<string, Bytes>;
}

const entrySchema = object({
  revision: number().required().integer(),
  window: string().uuid().nullable().default(null),
  patches: patchesSchema,
  tracks: array(string().required()).required(),
}).required();

/**
 * What an earlier visit left unsaved of a document; null where there is nothing, and where the browser lets nobody look:
 * the document is opened all the same. Work of windows that are still open is theirs. Where several windows left some,
 * one is taken up, and the next by the next visit.
 */
export async function unsavedWork<Kind extends DocumentKind>(
  document: Document<Kind>,
): Promise<UnsavedWork<Kind> | null> {
  try {
    return await workInJournal(document);
  } catch (error) {
    console.warn('The journal of unsaved work can’t be read.', error);
    return null;
  }
}

async function workInJournal<Kind extends DocumentKind>({
  id,
  kind,
  body,
}: Document<Kind>): Promise<UnsavedWork<Kind> | null> {
  const entry = await entryLeft(id);
  if (entry === null) return oldUnsavedWork(kind, id);
  const { revision, window, patches, tracks } = entry;
  const kept = await Promise.all(
    tracks.map(async (track) => [track, await get<Bytes>(trackKey(track))] as const),
  );
  return {
    revision,
    window,
    // As it was in the editor: what the server refuses must not keep the document from being opened and mended.
    body: patched(body, patches),
    tracks: new Map(kept.flatMap(([track, bytes]) => (bytes ? [[track, bytes] as const] : []))),
  };
}

/** What a window that is no longer open has kept of a document, or one of an older Cruvo. */
async function entryLeft(id: string) {
  const own = (await keys()).map(String).filter((key) => key.startsWith(`${sharedKey(id)} `));
  for (const key of [...own, sharedKey(id)]) {
    const entry: unknown = await get(key);
    if (!entrySchema.isValidSync(entry, { strict: true })) continue;
    const { window = null, ...work } = entry as Omit<JournalEntry, 'window'> & {
      readonly window?: string | null;
    };
    if (window === null || !(await isWindowOpen(window))) return { ...work, window };
  }
  return null;
}

const oldCopySchema = object({
  revision: number().required().integer(),
  body: object().required(),
  tracks: object().required(),
}).required();

async function oldUnsavedWork<Kind extends DocumentKind>(
  kind: Kind,
  id: string,
): Promise<UnsavedWork<Kind> | null> {
  const copy: unknown = await get(oldKey(id));
  if (!oldCopySchema.isValidSync(copy, { strict: true })) return null;
  const { revision, body, tracks } = copy as {
    readonly revision: number;
    readonly body: unknown;
    readonly tracks: Readonly<Record<string, string>>;
  };
  const texts = Object.entries(tracks).map(
    ([track, text]) => [track, new TextEncoder().encode(text)] as const,
  );
  return { revision, window: null, body: readDocument(kind, body), tracks: new Map(texts) };
}

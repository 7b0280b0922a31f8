import { useEffect, useState } from 'react';
import { number } from 'yup';
import type { DocumentBodies, DocumentKind } from '@cruvo/core/document';
import { patchDocument, readDocumentById, type Document } from '../api/documents';
import { storeTrack } from '../api/media';
import type { History } from '../history/history';
import { DocumentSaver } from './documentSaver';
import { browserJournal, type UnsavedWork } from './journal';
import { holdWindow } from './windowLock';

/** A store whose state changes whenever the document in it does. */
interface DocumentStore<Body extends object> {
  readonly subscribe: (listener: () => void) => () => void;
  readonly history: History<Body>;
}

/** Asks the browser not to throw away what is kept in it when it needs room. */
async function askToPersist(): Promise<void> {
  try {
    if (!(await navigator.storage.persisted())) await navigator.storage.persist();
  } catch {
    // A browser that has no such thing keeps what it likes.
  }
}

const channelOf = (id: string) => new BroadcastChannel(`document ${id}`);

/**
 * The store of an opened document and the saver that follows it. Unsaved work of an earlier visit is taken up, and so
 * is what other windows save.
 */
export function useSavedDocument<
  Kind extends DocumentKind,
  Store extends DocumentStore<DocumentBodies[Kind]>,
>(
  document: Document<Kind>,
  unsaved: UnsavedWork<Kind> | null,
  createStore: (body: DocumentBodies[Kind]) => Store,
  bodyIn: (store: Store) => DocumentBodies[Kind],
): { readonly store: Store; readonly saver: DocumentSaver<Kind> } {
  const { id, kind } = document;
  const [{ store, saver }] = useState(() => {
    const made = {
      store: createStore(unsaved?.body ?? document.body),
      saver: new DocumentSaver<Kind>(id, document.revision, document.body, {
        save: (revision, patches, window) => patchDocument(kind, id, revision, patches, window),
        read: () => readDocumentById(kind, id),
        storeTrack,
        journal: browserJournal,
        announce: (revision) => {
          const channel = channelOf(id);
          channel.postMessage(revision);
          channel.close();
        },
      }),
    };
    made.saver.onMerged = (body) => made.store.history.takeOver(body);
    if (unsaved) made.saver.resume(unsaved);
    return made;
  });
  useEffect(() => {
    saver.saveNow();
    let known = bodyIn(store);
    const unsubscribe = store.subscribe(() => {
      const now = bodyIn(store);
      if (now !== known) saver.change(now);
      known = now;
    });
    const saveNow = () => saver.saveNow();
    // A tab that nobody sees may be put to sleep.
    const hidden = () => globalThis.document.hidden && saver.saveNow();
    const leaving = (event: BeforeUnloadEvent) => {
      if (saver.keeping.getState().kind === 'not kept') event.preventDefault();
    };
    window.addEventListener('online', saveNow);
    window.addEventListener('pagehide', saveNow);
    window.addEventListener('beforeunload', leaving);
    globalThis.document.addEventListener('visibilitychange', hidden);
    globalThis.document.addEventListener('freeze', saveNow);
    void askToPersist();
    // Nobody else is to take up the work of a window that is open.
    const letGo = holdWindow(saver.window);
    const others = channelOf(id);
    others.onmessage = ({ data }: MessageEvent<unknown>) => {
      if (number().required().integer().isValidSync(data)) void saver.follow(data as number);
    };
    return () => {
      unsubscribe();
      window.removeEventListener('online', saveNow);
      window.removeEventListener('pagehide', saveNow);
      window.removeEventListener('beforeunload', leaving);
      globalThis.document.removeEventListener('visibilitychange', hidden);
      globalThis.document.removeEventListener('freeze', saveNow);
      others.close();
      letGo();
      saver.stop();
    };
  }, [store, saver, bodyIn, id]);
  return { store, saver };
}

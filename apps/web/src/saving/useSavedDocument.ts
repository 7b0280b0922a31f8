import { useEffect, useState } from 'react';
import { number } from 'yup';
import type { DocumentBodies, DocumentKind } from '@cruvo/core/document';
import { patchDocument, readDocumentById, type Document } from '../api/documents';
import { storeTrack } from '../api/media';
import type { History } from '../history/history';
import { DocumentSaver } from './documentSaver';
import { browserJournal, type UnsavedWork } from './journal';

/** A store whose state changes whenever the document in it does. */
interface DocumentStore<Body extends object> {
  readonly subscribe: (listener: () => void) => () => void;
  readonly history: History<Body>;
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
        save: (revision, patches) => patchDocument(kind, id, revision, patches),
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
    if (unsaved) made.saver.resume(unsaved.body, unsaved.revision, unsaved.tracks);
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
    const online = () => saver.saveNow();
    window.addEventListener('online', online);
    const others = channelOf(id);
    others.onmessage = ({ data }: MessageEvent<unknown>) => {
      if (number().required().integer().isValidSync(data)) void saver.follow(data as number);
    };
    return () => {
      unsubscribe();
      window.removeEventListener('online', online);
      others.close();
      saver.stop();
    };
  }, [store, saver, bodyIn, id]);
  return { store, saver };
}

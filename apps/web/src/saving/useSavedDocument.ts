import { useEffect, useState } from 'react';
import type { DocumentBodies, DocumentKind } from '@cruvo/core/document';
import { saveDocument, type Document } from '../api/documents';
import { storeTrack } from '../api/media';
import { DocumentSaver } from './documentSaver';
import { localCopiesOf, type LocalCopy } from './localCopies';

/** A store whose state changes whenever the document in it does. */
interface DocumentStore {
  readonly subscribe: (listener: () => void) => () => void;
}

/** The store of an opened document and the saver that follows it; unsaved work of an earlier visit is taken up. */
export function useSavedDocument<Kind extends DocumentKind, Store extends DocumentStore>(
  document: Document<Kind>,
  unsaved: LocalCopy<Kind> | null,
  createStore: (body: DocumentBodies[Kind]) => Store,
  bodyIn: (store: Store) => DocumentBodies[Kind],
): { readonly store: Store; readonly saver: DocumentSaver<Kind> } {
  const [{ store, saver }] = useState(() => {
    const made = {
      store: createStore(unsaved?.body ?? document.body),
      saver: new DocumentSaver<Kind>(document.id, document.revision, document.body, {
        save: (revision, body) => saveDocument(document.kind, document.id, revision, body),
        storeTrack,
        copies: localCopiesOf<Kind>(),
      }),
    };
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
    return () => {
      unsubscribe();
      window.removeEventListener('online', online);
      saver.stop();
    };
  }, [store, saver, bodyIn]);
  return { store, saver };
}

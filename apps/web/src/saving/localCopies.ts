import { del, get, set } from 'idb-keyval';
import type { DocumentBodies, DocumentKind } from '@cruvo/core/document';

/** Work that is not saved on the server yet, kept in the browser. */
export interface LocalCopy<Kind extends DocumentKind> {
  /** The revision that the work was made from. */
  readonly revision: number;
  readonly body: DocumentBodies[Kind];
  /** Voice tracks that the server does not have yet: JSON text by id. */
  readonly tracks: Readonly<Record<string, string>>;
}

const key = (id: string) => `unsaved ${id}`;

/** Where unsaved work on documents of one kind is kept. */
export interface LocalCopies<Kind extends DocumentKind> {
  readonly read: (id: string) => Promise<LocalCopy<Kind> | undefined>;
  readonly write: (id: string, copy: LocalCopy<Kind>) => Promise<void>;
  readonly remove: (id: string) => Promise<void>;
}

/** The browser's own store. */
export const localCopiesOf = <Kind extends DocumentKind>(): LocalCopies<Kind> => ({
  read: (id) => get<LocalCopy<Kind>>(key(id)),
  write: (id, copy) => set(key(id), copy),
  remove: (id) => del(key(id)),
});

import { del, get, set } from 'idb-keyval';
import type { Scene } from '@cruvo/core/scene';

/** Work that is not saved on the server yet, kept in the browser. */
export interface LocalCopy {
  /** The revision that the work was made from. */
  readonly revision: number;
  readonly scene: Scene;
  /** Voice tracks that the server does not have yet: JSON text by id. */
  readonly tracks: Readonly<Record<string, string>>;
}

const key = (id: string) => `unsaved scene ${id}`;

export const localCopies = {
  read: (id: string) => get<LocalCopy>(key(id)),
  write: (id: string, copy: LocalCopy) => set(key(id), copy),
  remove: (id: string) => del(key(id)),
};

export type LocalCopies = typeof localCopies;

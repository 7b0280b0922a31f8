import {
  createContext,
  useContext,
  type Dispatch,
  type RefObject,
  type SetStateAction,
} from 'react';
import { useStore } from 'zustand';
import type { Point } from '@cruvo/core/geometry';
import type { Production } from '@cruvo/core/scene';
import type { DocumentSaver } from '../saving/documentSaver';
import type { BrowserImages } from '@cruvo/painter/browser';
import type { CharacterState, CharacterStore } from './characterStore';
import type { Saying } from './useSaying';

/** Points that are asked for on the drawing, one after the other. */
export interface Picking {
  /** What to click next, in words, one for each point. */
  readonly prompts: readonly string[];
  /** Also takes the part that is seen at the last point. */
  readonly onDone: (points: readonly Point[], part: string | null) => void;
}

/** A point that can be dragged on the drawing, in units of the artwork. */
export interface Handle {
  readonly name: string;
  readonly at: Point;
  readonly onMove: (to: Point) => void;
}

/** What is open over a character. */
export type CharacterDialog =
  | { readonly kind: 'keys' }
  | { readonly kind: 'history' }
  /** Newer artwork; files that were dropped already. */
  | { readonly kind: 'newer'; readonly files: readonly File[] }
  /** What the chosen parts are. */
  | { readonly kind: 'meaning' }
  /** A part whose drawing holds more than one thing. */
  | { readonly kind: 'apart'; readonly part: string }
  /** The sounds of parts that are drawings of the mouth. */
  | { readonly kind: 'mouths'; readonly drawings: readonly string[] };

export interface OpenCharacter {
  readonly id: string;
  readonly productionId: string;
  readonly production: Production;
  readonly store: CharacterStore;
  readonly saver: DocumentSaver<'character'>;
  readonly images: BrowserImages;
  readonly saying: Saying;
  readonly picking: Picking | null;
  readonly pick: (picking: Picking | null) => void;
  /** The part that is seen at a point of the page, in pixels; set while the drawing is there. */
  readonly partAt: RefObject<((onPage: Point) => string | null) | null>;
  readonly handles: readonly Handle[];
  readonly setHandles: Dispatch<SetStateAction<readonly Handle[]>>;
  readonly dialog: CharacterDialog | null;
  readonly openDialog: (dialog: CharacterDialog | null) => void;
}

export const CharacterContext = createContext<OpenCharacter | null>(null);

export function useOpenCharacter(): OpenCharacter {
  const open = useContext(CharacterContext);
  if (!open) throw new Error('No character is open here.');
  return open;
}

export function useCharacter<Result>(choose: (state: CharacterState) => Result): Result {
  return useStore(useOpenCharacter().store, choose);
}

import type { Box } from '@cruvo/core/geometry';
import type { WordEdge } from '@cruvo/core/speech';
import type { StageRow, TimelineRow } from './rows';
import type { Viewport } from './viewport';

/** Where the pointer is, pixels, and at what time of the scene, seconds. */
export interface PointerPlace {
  readonly x: number;
  readonly y: number;
  readonly time: number;
}

/** Keys that are held while something is dragged. */
export interface DragKeys {
  /** What follows moves along. */
  readonly ripple: boolean;
  /** Nothing snaps. */
  readonly free: boolean;
}

/** Something that the pointer has taken hold of. */
export interface Drag {
  /** @returns the time at which it snapped into place, seconds */
  move(to: PointerPlace, keys: DragKeys): number | null;
  end(): void;
}

/** A word of a line's voice. */
export interface WordPlace {
  /** Id of the line. */
  readonly line: string;
  /** Which of the words that were found. */
  readonly index: number;
}

/** What is done to words on the timeline. */
export interface WordHandlers {
  /** Asked to let somebody write a word anew. */
  readonly onWord: (word: WordPlace) => void;
  /** @param time from the start of the voice, seconds */
  readonly onWordEdge: (word: WordPlace, edge: WordEdge, time: number) => void;
}

/** What is grabbed on. */
export interface Surface {
  readonly rows: readonly TimelineRow[];
  readonly stage: StageRow | null;
  readonly viewport: Viewport;
  /** Shows the box that is drawn around lines, pixels. */
  readonly setMarquee: (box: Box | null) => void;
  readonly words: WordHandlers;
}

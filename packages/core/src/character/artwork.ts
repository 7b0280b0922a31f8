import type { Drawing } from './drawing';
import type { BlendMode } from '../frame';

/** A layer or a group of layers as it came in, its picture stored. */
export interface ArtworkLayer {
  readonly name: string;
  readonly hidden: boolean;
  readonly opacity: number;
  readonly blend: BlendMode;
  readonly clipped: boolean;
  /** Null for a group, and for a layer with nothing on it. */
  readonly drawing: Drawing | null;
  /** What a group holds, back to front. */
  readonly layers: readonly ArtworkLayer[];
}

/** Something in the file that can't be shown as it was. */
export interface ArtworkNote {
  /** Names from the outermost group to the layer. */
  readonly layer: readonly string[];
  /** What is different, and what to do about it. */
  readonly sentence: string;
}

/** A layered drawing as it came in. */
export interface Artwork {
  /** Size of the page, in units of the artwork. */
  readonly width: number;
  readonly height: number;
  /** Back to front. */
  readonly layers: readonly ArtworkLayer[];
  readonly notes: readonly ArtworkNote[];
}

/** A layer without anything special about it. */
export function plainLayer(name: string, drawing: Drawing | null): ArtworkLayer {
  return { name, drawing, hidden: false, opacity: 1, blend: 'normal', clipped: false, layers: [] };
}

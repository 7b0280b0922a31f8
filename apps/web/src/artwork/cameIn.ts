import {
  drawingsOfArtwork,
  type Artwork,
  type ArtworkNote,
  type Drawing,
} from '@cruvo/core/character';
import { browserPainter, showPixels } from '@cruvo/painter/browser';
import { compareWithFlat } from '@cruvo/painter/paint';
import type { Sent } from '../api/artwork';
import { loadImages } from '../studio/stage/browserImages';

/** How artwork that came in looks otherwise than its file. */
export interface LookDifference {
  /** The file's own flat picture. */
  readonly flat: Drawing;
  /** What came in: a PNG as a data: address. */
  readonly here: string;
  /** Of all pixels, 0 to 1. */
  readonly share: number;
  /** Names from the outermost group to the layer that it is in; null where it is in many. */
  readonly layer: readonly string[] | null;
}

/** What people are told of artwork that came in. */
export interface CameIn {
  readonly notes: readonly ArtworkNote[];
  readonly difference: LookDifference | null;
}

/** What a page is told of artwork that looks as its file does: that it just came in. */
export const ALL_AS_IT_WAS: CameIn = { notes: [], difference: null };

/** Compares what was sent with how its file looks; null where there is nothing to tell. */
export async function tellOf(sent: Sent): Promise<CameIn | null> {
  if (sent.kind === 'character') return null;
  const { notes } = sent.artwork;
  const difference = await differenceOf(sent.artwork);
  return notes.length > 0 || difference ? { notes, difference } : null;
}

async function differenceOf(artwork: Artwork): Promise<LookDifference | null> {
  const { flat } = artwork;
  if (!flat) return null;
  const images = await loadImages([...drawingsOfArtwork(artwork), flat]);
  const found = compareWithFlat(browserPainter, images, artwork);
  if (!found) return null;
  const { width, height, pixels, share, layer } = found;
  const canvas = Object.assign(document.createElement('canvas'), { width, height });
  showPixels(canvas, pixels);
  return { flat, here: canvas.toDataURL(), share, layer };
}

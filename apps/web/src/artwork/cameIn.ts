import {
  drawingsOfArtwork,
  placedWithin,
  type Artwork,
  type ArtworkNote,
  type Drawing,
} from '@cruvo/core/character';
import { browserPainter, showPixels, type BrowserImages } from '@cruvo/painter/browser';
import { compareWithFlat, partAsInFile, type DifferingLayer } from '@cruvo/painter/paint';
import type { Sent } from '../api/artwork';
import { keepPictures } from '../api/keepPictures';
import { loadImages } from '../studio/stage/browserImages';

/** How artwork that came in looks otherwise than its file. */
export interface LookDifference {
  /** The file's own flat picture. */
  readonly flat: Drawing;
  /** What came in: a PNG as a data: address. */
  readonly here: string;
  /** Of all pixels, 0 to 1. */
  readonly share: number;
  /** The layer that it is in; null where it is in many. */
  readonly layer: PicturedLayer | null;
}

/** A layer that looks otherwise than in its file. */
export interface PicturedLayer extends DifferingLayer {
  /** One picture of it as the file shows it; null where there is none. */
  readonly picture: Drawing | null;
}

/** What people are told of artwork that came in. */
export interface CameIn {
  readonly notes: readonly ArtworkNote[];
  readonly difference: LookDifference | null;
}

/** What a page is told of artwork that looks as its file does: that it just came in. */
export const ALL_AS_IT_WAS: CameIn = { notes: [], difference: null };

/** Whether drawings show one of the pictures that a difference offers: then it has been dealt with. */
export function isTaken(
  { flat, layer }: LookDifference,
  drawings: Readonly<Record<string, Drawing>>,
): boolean {
  return Object.values(drawings).some(
    ({ media }) => media === flat.media || media === layer?.picture?.media,
  );
}

/** Compares what was sent with how its file looks; null where there is nothing to tell. */
export async function tellOf(sent: Sent): Promise<CameIn | null> {
  if (sent.kind === 'character') return null;
  const { notes } = sent.artwork;
  // The artwork is in, whether or not it can be compared.
  const difference = await differenceOf(sent.artwork).catch(() => null);
  return notes.length > 0 || difference ? { notes, difference } : null;
}

async function differenceOf(artwork: Artwork): Promise<LookDifference | null> {
  const { flat } = artwork;
  if (!flat) return null;
  const images = await loadImages([...drawingsOfArtwork(artwork), flat]);
  const found = compareWithFlat(browserPainter, images, artwork);
  if (!found) return null;
  const { share, layer } = found;
  const picture = layer && (await pictureOf(layer, { ...artwork, flat }, images));
  const here = canvasWith(found).toDataURL();
  return { flat, here, share, layer: layer && { ...layer, picture } };
}

/** A layer as its file shows it, kept; null where nothing is seen of it, or it can't be kept. */
async function pictureOf(
  layer: DifferingLayer,
  artwork: Artwork & { readonly flat: Drawing },
  images: BrowserImages,
): Promise<Drawing | null> {
  const found = partAsInFile(browserPainter, images, artwork, layer.part);
  if (!found) return null;
  const png = await new Promise<Blob | null>((resolve) => canvasWith(found).toBlob(resolve));
  if (!png) return null;
  const nobodyAsks = { onProgress: () => undefined, signal: new AbortController().signal };
  const [kept] = await keepPictures(found, [{ x: 0, y: 0, png }], nobodyAsks).catch(() => [null]);
  return kept ? placedWithin(kept, artwork.flat, found) : null;
}

interface Picture {
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
}

function canvasWith({ pixels, width, height }: Picture): HTMLCanvasElement {
  const canvas = Object.assign(document.createElement('canvas'), { width, height });
  showPixels(canvas, pixels);
  return canvas;
}

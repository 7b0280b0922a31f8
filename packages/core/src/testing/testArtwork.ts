import { plainLayer, type Artwork, type ArtworkLayer } from '../character/artwork';
import { characterFromArtwork } from '../character/fromArtwork';
import type { Box } from '../geometry';
import { hash } from './testScene';

const SMALL: Box = { x: 0, y: 0, width: 20, height: 10 };

/** A layer with a picture on it. */
export function drawnLayer(name: string, box: Partial<Box> = {}, picture = 'e'): ArtworkLayer {
  return plainLayer(name, { kind: 'raster', media: hash(picture), ...SMALL, ...box });
}

/** A group of layers, back to front. */
export function groupOf(name: string, ...layers: readonly ArtworkLayer[]): ArtworkLayer {
  return { ...plainLayer(name, null), layers };
}

/** Layers on a page of 100 by 100. */
export function testArtwork(...layers: readonly ArtworkLayer[]): Artwork {
  return { width: 100, height: 100, layers, notes: [], flat: null };
}

/** The character that layers on a page of 100 by 100 are. */
export function characterOf(...layers: readonly ArtworkLayer[]) {
  return characterFromArtwork('Test', testArtwork(...layers));
}

import type { Artwork, ArtworkLayer, ArtworkNote } from '@cruvo/core/character';
import { type LeftOut, type SvgLayer, type SvgPicture, readLayers } from '@cruvo/core/formats';
import { checkSvg } from '../picture';
import type { Reading } from './reading';
import { checkLayerCount } from './limits';
import { decodedPixels, keepPixels } from './layerStore';
import { outlineText } from './letters';
import { paintedSvg } from './paintedSvg';
import { readStyleSheet } from './styleSheet';

/** Pixels of a page's longer side at which what isn't kept as a vector is painted. */
const PAINTED_SIDE = 2400;

/**
 * Reads a layered SVG. Plain shapes stay vectors; anything else is painted by librsvg, layer by layer.
 *
 * @throws Problem when it can't be read or isn't only a picture
 */
export async function readSvgArtwork(text: string, reading: Reading): Promise<Artwork> {
  checkSvg(text, reading.name, { partly: true });
  const { page, layers, leftOut } = readLayers(text, readStyleSheet, outlineText);
  const total = countOf(layers);
  checkLayerCount(total, reading.name);
  const notes = leftOut.map(noteOf);
  let done = 0;

  const layerOf = async (layer: SvgLayer, path: readonly string[]): Promise<ArtworkLayer> => {
    const { name, hidden, opacity, blend, clipped, picture } = layer;
    const own = [...path, name];
    const inside: ArtworkLayer[] = [];
    for (const child of layer.layers) inside.push(await layerOf(child, own));
    const drawing = picture && (await drawingOf(picture, own));
    reading.report(++done / total);
    return { name, hidden, opacity, blend, clipped, drawing, layers: inside };
  };

  const drawingOf = async (picture: SvgPicture, path: readonly string[]) => {
    // Nothing that points out of the file gets past here.
    checkSvg(picture.svg, reading.name);
    if (picture.bounds) {
      const media = await reading.keep(Buffer.from(picture.svg), 'image/svg+xml');
      const { x, y, width, height } = picture.bounds;
      // Units count from the page's corner, wherever the file's own zero lies.
      return { kind: 'vector' as const, media, x: x - page.x, y: y - page.y, width, height };
    }
    if (picture.beyond.includes('text')) {
      const sentence =
        'Its text is drawn with a font of this machine. Turn text into outlines in your drawing program to be sure of its look, or use Figtree or Bricolage Grotesque, which come with Cruvo.';
      notes.push({ layer: path, sentence });
    }
    const scale = PAINTED_SIDE / Math.max(page.width, page.height);
    const size = { width: page.width * scale, height: page.height * scale };
    const painted = await paintedSvg(picture.svg, size).png().toBuffer();
    const pixels = await decodedPixels(painted, path.join(' / '));
    return keepPixels(pixels, { x: 0, y: 0, unit: page.width / pixels.width }, reading.keep);
  };

  const read: ArtworkLayer[] = [];
  for (const layer of layers) read.push(await layerOf(layer, []));
  return { width: page.width, height: page.height, layers: read, notes };
}

/** What was left out of a drawing, in a sentence. */
function noteOf({ layer, kind, address }: LeftOut): ArtworkNote {
  const sentence =
    kind === 'page'
      ? 'A text box or page inside it (foreignObject) is left out. Turn its text into outlines in your drawing program.'
      : `A ${kind} that lies outside of the file is left out (${address.slice(0, 60)}). Embed it in your drawing program, and it comes in too.`;
  return { layer: layer.length > 0 ? layer : ['drawing'], sentence };
}

function countOf(layers: readonly SvgLayer[]): number {
  return layers.reduce((sum, layer) => sum + 1 + countOf(layer.layers), 0);
}

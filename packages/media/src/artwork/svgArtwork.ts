import pLimit from 'p-limit';
import {
  plainLayer,
  type Artwork,
  type ArtworkLayer,
  type ArtworkNote,
  type Drawing,
} from '@cruvo/core/character';
import {
  type FilteredGroup,
  type LeftOut,
  type SvgLayer,
  type SvgPicture,
  readLayers,
} from '@cruvo/core/formats';
import { checkSvg } from '../picture';
import type { Reading } from './reading';
import { flatScale, keepFlat } from './flat';
import { addedBeneath } from './addedBeneath';
import { checkLayerCount } from './limits';
import { keepPixels, pixelsOfPicture, type Pixels } from './layerStore';
import { outlineText } from './letters';
import { paintedSvg } from './paintedSvg';
import { readStyleSheet } from './styleSheet';

/** Layers that are painted and packed beside each other. */
const PAINTED_AT_ONCE = 2;
/** Pixels of a page's longer side at which what isn't kept as a vector is painted. */
const PAINTED_SIDE = 2400;
/** The same where there is a filter: what that takes grows faster than the picture. */
const FILTERED_SIDE = 1200;
/** Pixels of a blur's standard deviation with which it looks the same at any size. */
const BLURRED_PIXELS = 8;

/**
 * Reads a layered SVG. Plain shapes stay vectors; anything else is painted by librsvg, layer by layer.
 *
 * @throws Problem when it can't be read or isn't only a picture
 */
export async function readSvgArtwork(text: string, reading: Reading): Promise<Artwork> {
  checkSvg(text, reading.name, { partly: true });
  const { page, layers, leftOut, whole } = readLayers(text, readStyleSheet, outlineText);
  const total = countOf(layers);
  checkLayerCount(total, reading.name);
  const notes = leftOut.map(noteOf);
  const painting = pLimit(PAINTED_AT_ONCE);
  let done = 0;

  const layerOf = async (layer: SvgLayer, path: readonly string[]): Promise<ArtworkLayer> => {
    const { name, hidden, opacity, blend, clipped, isolated, picture } = layer;
    const own = [...path, name];
    const inside = await Promise.all(layer.layers.map((child) => layerOf(child, own)));
    const filtered = layer.filtered && (await withoutFilter(layer.filtered, own));
    const mask = layer.mask && (await drawingOf(layer.mask, own));
    const drawing = filtered ? filtered.whole : picture && (await drawingOf(picture, own));
    reading.report(++done / total);
    const look = { name, hidden, opacity, blend, clipped, isolated };
    // Clipping and masks are in a picture of the whole already.
    if (filtered?.whole) return { ...look, mask: null, drawing, layers: [] };
    return { ...look, mask, drawing, layers: filtered ? [...filtered.beneath, ...inside] : inside };
  };

  const drawingOf = async (picture: SvgPicture, path: readonly string[]) => {
    // Nothing that points out of the file gets past here.
    checkSvg(picture.svg, reading.name);
    if (picture.beyond.length === 0) {
      const media = await reading.keep(Buffer.from(picture.svg), 'image/svg+xml');
      const { x, y, width, height } = picture.box;
      // Units count from the page's corner, wherever the file's own zero lies.
      return { kind: 'vector' as const, media, x: x - page.x, y: y - page.y, width, height };
    }
    if (picture.beyond.includes('text')) {
      const sentence =
        'Its text is drawn with a font of this machine. Turn text into outlines in your drawing program to be sure of its look, or use Figtree or Bricolage Grotesque, which come with Cruvo.';
      notes.push({ layer: path, sentence });
    }
    return painting(async () => {
      const pixels = await pixelsOf(picture, path, scaleOf(picture));
      return keepPixels(pixels, placeOf(picture, pixels), reading.keep);
    });
  };

  /** Pixels in a unit of the page: no more than there is to be seen where all is blurred. */
  const scaleOf = ({ softness: { filtered, blur } }: SvgPicture) => {
    const side = filtered ? FILTERED_SIDE : PAINTED_SIDE;
    const sharp = side / Math.max(page.width, page.height);
    return blur === null ? sharp : Math.min(sharp, BLURRED_PIXELS / blur);
  };
  const sizeOf = ({ box }: SvgPicture, scale: number) => ({
    width: Math.max(1, Math.round(box.width * scale)),
    height: Math.max(1, Math.round(box.height * scale)),
  });
  const placeOf = ({ box: { x, y, width } }: SvgPicture, pixels: Pixels) => ({
    ...{ x: x - page.x, y: y - page.y },
    unit: width / pixels.width,
  });
  const pixelsOf = async (picture: SvgPicture, path: readonly string[], scale: number) => {
    checkSvg(picture.svg, reading.name);
    return pixelsOfPicture(paintedSvg(picture.svg, sizeOf(picture, scale)), path.join(' / '));
  };

  /** What a filter of a group puts beneath its layers, or all of the group where that would look otherwise. */
  const withoutFilter = async (
    { whole, plain, blur }: FilteredGroup,
    path: readonly string[],
  ): Promise<{ beneath: readonly ArtworkLayer[]; whole: Drawing | null }> => {
    const sharp = scaleOf(whole);
    const scale = blur === null ? sharp : Math.min(sharp, BLURRED_PIXELS / blur);
    const beneath = await painting(async () => {
      const filtered = await pixelsOf(whole, path, scale);
      return addedBeneath(filtered, await pixelsOf(plain, path, scale));
    });
    if (!beneath) {
      const sentence =
        'Its filter mixes all that is in it, so it came in as one picture. Take the filter off in your drawing program to get its parts.';
      notes.push({ layer: path, sentence });
      return { beneath: [], whole: await drawingOf(whole, path) };
    }
    const drawing = await painting(() =>
      keepPixels(beneath, placeOf(whole, beneath), reading.keep),
    );
    if (!drawing) return { beneath: [], whole: null };
    const name = `${path.at(-1)} shadow`;
    const sentence = `Its shadow or glow is a part of its own behind its other parts, “${name}”.`;
    notes.push({ layer: path, sentence });
    return { beneath: [plainLayer(name, drawing)], whole: null };
  };

  const flatPicture = async () => {
    // It is there to compare with alone.
    const pixels = await pixelsOf(whole, ['drawing'], flatScale(page)).catch(() => null);
    return pixels && keepFlat(pixels, page, reading.keep);
  };
  const [flat, ...read] = await Promise.all([
    painting(flatPicture),
    ...layers.map((layer) => layerOf(layer, [])),
  ]);
  const told = inOrderOf(layers, notes);
  return { width: page.width, height: page.height, layers: read, notes: told, flat };
}

/** What was left out of a drawing, in a sentence. */
function noteOf({ layer, kind, address }: LeftOut): ArtworkNote {
  const sentence =
    kind === 'page'
      ? 'A text box or page inside it (foreignObject) is left out. Turn its text into outlines in your drawing program.'
      : `A ${kind} that lies outside of the file is left out (${address.slice(0, 60)}). Embed it in your drawing program, and it comes in too.`;
  return { layer: layer.length > 0 ? layer : ['drawing'], sentence };
}

/** Notes in the order of the layers that they tell of, whichever was painted first. */
function inOrderOf(layers: readonly SvgLayer[], notes: readonly ArtworkNote[]): ArtworkNote[] {
  const places = new Map<string, number>();
  const add = (layer: SvgLayer, path: readonly string[]) => {
    const own = [...path, layer.name];
    places.set(JSON.stringify(own), places.size);
    for (const child of layer.layers) add(child, own);
  };
  for (const layer of layers) add(layer, []);
  const placeOf = ({ layer }: ArtworkNote) => places.get(JSON.stringify(layer)) ?? -1;
  return [...notes].sort((one, other) => placeOf(one) - placeOf(other));
}

function countOf(layers: readonly SvgLayer[]): number {
  return layers.reduce((sum, layer) => sum + 1 + countOf(layer.layers), 0);
}

import { zipSync, type Zippable } from 'fflate';
import sharp from 'sharp';
import { type Character, type Drawing, writtenLayers } from '@cruvo/core/character';
import { type SvgNode, type WrittenLayer, svgText } from '@cruvo/core/formats';
import { commonBlendMode, type BlendMode } from '@cruvo/core/frame';
import { CLIPPED_RUN } from '../artwork/clippedRun';
import { paintedSvg } from '../artwork/paintedSvg';
import { AS_THEY_ARE, type ReadMedia } from './write';

/** The longest side of the small picture in the file, pixels (OpenRaster 0.0.6). */
const THUMBNAIL = 256;

/** Pixels of the page. */
interface Placed {
  readonly x: number;
  readonly y: number;
  readonly png: Buffer;
}

interface PixelPicture {
  readonly x: number;
  readonly y: number;
  /** Its entry in the archive. */
  readonly source: string;
}

/**
 * A character's drawings as OpenRaster (freedesktop.org, OpenRaster 0.0.6), one pixel for a unit of the artwork
 * times `scale`.
 *
 * @param merged a PNG of the whole character, of the page's size in pixels
 */
export async function characterOra(
  character: Character,
  scale: number,
  merged: Buffer,
  read: ReadMedia,
): Promise<Uint8Array> {
  const placed = new Map<Drawing, Placed>();
  for (const drawing of Object.values(character.drawings)) {
    placed.set(drawing, await inPixels(drawing, scale, await read(drawing.media)));
  }
  const files: Zippable = {};
  const pictureAt = (drawing: Drawing): PixelPicture => {
    const { x, y, png } = placed.get(drawing)!;
    const source = `data/layer${Object.keys(files).length}.png`;
    files[source] = [png, AS_THEY_ARE];
    return { x, y, source };
  };
  const layers = writtenLayers(character, pictureAt);
  const width = Math.round(character.width * scale);
  const height = Math.round(character.height * scale);
  const thumbnail = await sharp(merged)
    .resize({ width: THUMBNAIL, height: THUMBNAIL, fit: 'inside', withoutEnlargement: true })
    .png()
    .toBuffer();
  const image = element('image', { version: '0.0.6', w: width, h: height }, [
    element('stack', {}, stacked(layers)),
  ]);
  return zipSync({
    // The format asks for it first and unpacked, so that the file's kind is told by its first bytes.
    mimetype: [Buffer.from('image/openraster'), AS_THEY_ARE],
    'stack.xml': Buffer.from(`<?xml version="1.0" encoding="UTF-8"?>\n${svgText(image)}\n`),
    ...files,
    'mergedimage.png': [merged, AS_THEY_ARE],
    'Thumbnails/thumbnail.png': [thumbnail, AS_THEY_ARE],
  });
}

type PixelLayer = WrittenLayer<PixelPicture>;

/** Elements for layers; the file lists what is in front first. */
function stacked(layers: readonly PixelLayer[]): SvgNode[] {
  const runs: PixelLayer[][] = [];
  for (const layer of layers) {
    if (layer.clipped && runs.length > 0) runs.at(-1)!.push(layer);
    else runs.push([layer]);
  }
  return runs.reverse().map(([base, ...clipped]) => {
    return clipped.length === 0 ? layerElement(base!) : runElement(base!, clipped);
  });
}

/** A layer with those that it clips, in a stack of their own: they are clipped by all that lies beneath in it. */
function runElement(base: PixelLayer, clipped: readonly PixelLayer[]): SvgNode {
  // Where one of them mixes with the base as well, a copy of the base in front keeps what lies within.
  const mixes = clipped.some(({ blend }) => blend !== 'normal');
  const stencil = { ...base, name: 'mask', hidden: false };
  const operator = (layer: PixelLayer) => (mixes ? operatorOf(layer) : 'svg:src-atop');
  return element('stack', { name: base.name, isolation: 'isolate', [CLIPPED_RUN]: 'true' }, [
    ...(mixes ? [layerElement(stencil, 'svg:dst-in')] : []),
    ...[...clipped].reverse().map((layer) => layerElement(layer, operator(layer))),
    layerElement(base),
  ]);
}

function layerElement(
  { picture, mask, layers, ...layer }: PixelLayer,
  operator = operatorOf(layer),
): SvgNode {
  const looks = {
    name: layer.name,
    opacity: layer.opacity,
    visibility: layer.hidden ? 'hidden' : 'visible',
    'composite-op': operator,
  };
  const own = picture && { src: picture.source, x: picture.x, y: picture.y };
  if (layers.length === 0 && own && !mask) return element('layer', { ...looks, ...own }, []);
  const held = own ? [element('layer', { name: layer.name, ...own }, [])] : [];
  const alone: Record<string, string> = layer.isolated || mask ? { isolation: 'isolate' } : {};
  return element('stack', { ...looks, ...alone }, [
    ...(mask ? [maskElement(mask)] : []),
    ...stacked(layers),
    ...held,
  ]);
}

/** In front of all in its stack, of which it keeps what lies within. */
function maskElement({ source, x, y }: PixelPicture): SvgNode {
  return element('layer', { name: 'mask', src: source, x, y, 'composite-op': 'svg:dst-in' }, []);
}

function operatorOf({ blend }: { readonly blend: BlendMode }): string {
  if (blend === 'normal') return 'svg:src-over';
  return blend === 'lighter' ? 'svg:plus' : `svg:${commonBlendMode(blend)}`;
}

function element(
  name: string,
  attributes: Readonly<Record<string, string | number>>,
  children: readonly SvgNode[],
): SvgNode {
  const texts = Object.entries(attributes).map(([key, value]) => [key, String(value)] as const);
  return { name, attributes: Object.fromEntries(texts), children };
}

/** A drawing as whole pixels of the page. */
async function inPixels(
  { kind, x, y, width, height }: Drawing,
  scale: number,
  bytes: Buffer,
): Promise<Placed> {
  const left = Math.floor(x * scale);
  const top = Math.floor(y * scale);
  const size = {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
  const picture = kind === 'vector' ? paintedSvg(bytes.toString('utf8'), size) : sharp(bytes);
  const png = await picture
    .resize({ ...size, fit: 'fill' })
    .png()
    .toBuffer();
  return { x: left, y: top, png };
}

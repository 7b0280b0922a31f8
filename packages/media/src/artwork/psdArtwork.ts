import {
  getCompositeImageData,
  getLayerImageData,
  getLayerMaskImageData,
  initializeCanvas,
  readPsd,
  type BlendMode as PsdBlendMode,
  type Layer,
  type Psd,
} from 'ag-psd';
import {
  type Artwork,
  type ArtworkLayer,
  type ArtworkNote,
  plainLayer,
} from '@cruvo/core/character';
import { BLEND_MODES, type BlendMode } from '@cruvo/core/frame';
import { Problem } from '@cruvo/core/problem';
import { LayerPipeline, keepPixels, type Pixels } from './layerStore';
import { PixelBudget, checkLayerCount, checkSide } from './limits';
import type { Reading } from './reading';

// The package asks for canvases only where it is not given plain pixels.
initializeCanvas(
  () => {
    throw new Error('Pictures of a PSD are read as pixels.');
  },
  (width, height) =>
    ({ width, height, data: new Uint8ClampedArray(width * height * 4) }) as unknown as ImageData,
);

const COLOUR_MODES: ReadonlyMap<number, string> = new Map([
  [0, 'black and white'],
  [1, 'greyscale'],
  [2, 'indexed colours'],
  [4, 'CMYK'],
  [7, 'several inks'],
  [8, 'duotone'],
  [9, 'Lab colours'],
]);
const RGB = 3;

/**
 * Reads a PSD of 8-bit RGB layers: groups, masks, opacity, blending and clipping.
 *
 * @throws Problem when it is damaged, or of other colours
 */
export async function readPsdArtwork(bytes: Buffer, reading: Reading): Promise<Artwork> {
  checkHeader(bytes, reading.name);
  const psd = parsed(bytes, reading.name);
  const { width, height, children = [] } = psd;
  const total = Math.max(1, countOf(children));
  checkLayerCount(total, reading.name);
  checkPixels(psd, reading.name);
  const notes: ArtworkNote[] = [];
  const line = new LayerPipeline();
  let done = 0;

  const layerOf = async (layer: Layer, path: readonly string[]): Promise<ArtworkLayer> => {
    const name = layer.name?.trim() || 'layer';
    const own = [...path, name];
    const note = (sentence: string) => void notes.push({ layer: own, sentence });
    const inside = await Promise.all((layer.children ?? []).map((child) => layerOf(child, own)));
    if (layer.adjustment)
      note('Adjustment layers are left out: they change colours of what lies beneath.');
    if (layer.effects && !layer.effects.disabled)
      note('Its effects are left out. Merge them into the layer to keep them.');
    if (layer.vectorMask && !layer.vectorMask.disable && !hasPixels(layer))
      note('Its shape is left out. Turn it into pixels to keep it.');
    if (layer.children && layer.mask && !layer.mask.disabled)
      note('The mask of this group is left out. Mask its layers instead.');
    const blend = blendOf(layer.blendMode);
    if (!blend) note(`Its blending “${layer.blendMode}” is shown as normal.`);
    const at = { x: layer.left ?? 0, y: layer.top ?? 0, unit: 1 };
    const drawing = layer.children
      ? null
      : await line.make(
          () => pixelsOf(layer, reading.name),
          (pixels) => keepPixels(pixels, at, reading.keep),
        );
    reading.report(++done / total);
    return {
      name,
      hidden: layer.hidden ?? false,
      opacity: layer.opacity ?? 1,
      blend: blend ?? 'normal',
      clipped: layer.clipping ?? false,
      drawing,
      layers: inside,
    };
  };

  const layers = await Promise.all(children.map((layer) => layerOf(layer, [])));
  const flat = layers.length === 0 && whole(() => getCompositeImageData(psd), reading.name);
  if (flat) {
    const drawing = await keepPixels(flat as Pixels, { x: 0, y: 0, unit: 1 }, reading.keep);
    layers.push(plainLayer('picture', drawing));
  }
  return { width, height, layers, notes };
}

/** Tells what the file is from its first 26 bytes (Adobe Photoshop File Formats Specification, file header). */
function checkHeader(bytes: Buffer, name: string): void {
  if (bytes.length < 26) throw damaged(name);
  const version = bytes.readUInt16BE(4);
  const [height, width] = [bytes.readUInt32BE(14), bytes.readUInt32BE(18)];
  const [depth, mode] = [bytes.readUInt16BE(22), bytes.readUInt16BE(24)];
  if (version !== 1 && version !== 2) throw damaged(name);
  checkSide(width, height, name);
  if (mode !== RGB) {
    const colours = COLOUR_MODES.get(mode) ?? 'other colours';
    throw new Problem(
      'bad-input',
      `“${name}” is drawn in ${colours}, and Cruvo reads RGB. Turn it into RGB, 8 bits a channel, and save it again.`,
    );
  }
  if (depth !== 8) {
    throw new Problem(
      'bad-input',
      `“${name}” has ${depth} bits a channel, and Cruvo reads 8. Turn it into 8 bits a channel and save it again.`,
    );
  }
}

/** The file without its pixels, which stay packed until each layer's turn comes. */
function parsed(bytes: Buffer, name: string): Psd {
  const wanted = { useRawData: true, skipThumbnail: true, skipLinkedFilesData: true };
  return whole(() => {
    const layered = readPsd(bytes, { ...wanted, skipCompositeImageData: true });
    // The flat picture is as large as the page: it is read only where there is nothing else.
    return layered.children?.length ? layered : readPsd(bytes, wanted);
  }, name);
}

/** What is read, or a sentence where the package fails over what it finds. */
function whole<Result>(read: () => Result, name: string): Result {
  try {
    return read();
  } catch {
    throw damaged(name);
  }
}

/** Adds up the pixels of all layers and masks before any is unpacked. */
function checkPixels({ width, height, children = [] }: Psd, name: string): void {
  const budget = new PixelBudget(name);
  const add = (layer: Layer) => {
    for (const area of layer.mask ? [layer, layer.mask] : [layer]) {
      budget.add(
        sideOf(area.left, area.right),
        sideOf(area.top, area.bottom),
        layer.name ?? 'layer',
      );
    }
    layer.children?.forEach(add);
  };
  if (children.length === 0) budget.add(width, height, name);
  children.forEach(add);
}

const sideOf = (from = 0, to = 0) => Math.max(0, to - from);

function hasPixels({ left, right, top, bottom }: Layer): boolean {
  return sideOf(left, right) > 0 && sideOf(top, bottom) > 0;
}

const damaged = (name: string) =>
  new Problem('bad-input', `“${name}” is damaged or cut off. Save it again.`);

function pixelsOf(layer: Layer, name: string): Pixels | null {
  if (!hasPixels(layer)) return null;
  const pixels = whole(() => getLayerImageData(layer), name) as Pixels | undefined;
  const mask = whole(() => getLayerMaskImageData(layer), name) as Pixels | undefined;
  return pixels ? masked(pixels, mask, layer) : null;
}

/** The pixels as far as the layer's mask lets them be seen. */
function masked(
  pixels: Pixels,
  picture: Pixels | undefined,
  { left = 0, top = 0, mask }: Layer,
): Pixels {
  if (!mask || mask.disabled || (!picture && mask.defaultColor !== 0)) return pixels;
  const { width, height } = pixels;
  const data = new Uint8ClampedArray(pixels.data);
  const [maskLeft, maskTop] = [mask.left ?? 0, mask.top ?? 0];
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const [x, y] = [left + column - maskLeft, top + row - maskTop];
      const inside = picture && x >= 0 && y >= 0 && x < picture.width && y < picture.height;
      const share = inside
        ? picture.data[(y * picture.width + x) * 4]!
        : (mask.defaultColor ?? 255);
      const at = (row * width + column) * 4 + 3;
      data[at] = (data[at]! * share) / 255;
    }
  }
  return { data, width, height };
}

/** The blending that is meant; null where Cruvo has none like it. */
function blendOf(mode: PsdBlendMode | undefined): BlendMode | null {
  if (mode === undefined || mode === 'normal' || mode === 'pass through') return 'normal';
  if (mode === 'linear dodge') return 'lighter';
  const name = mode.replace(/ /g, '-');
  return BLEND_MODES.find((known) => known === name) ?? null;
}

function countOf(layers: readonly Layer[]): number {
  return layers.reduce((sum, { children }) => sum + 1 + countOf(children ?? []), 0);
}

import { type BlendMode as PsdBlendMode, type Layer } from 'ag-psd';
import {
  type Artwork,
  type ArtworkLayer,
  type ArtworkNote,
  type Drawing,
  plainLayer,
} from '@cruvo/core/character';
import { BLEND_MODES, type BlendMode } from '@cruvo/core/frame';
import { withHiddenBases } from '../hiddenBases';
import { keepFlat } from '../flat';
import { keepPixels, LayerPipeline, pixelsOfPicture } from '../layerStore';
import { checkLayerCount } from '../limits';
import { paintedSvg } from '../paintedSvg';
import type { Reading } from '../reading';
import { withEffects } from './effects';
import { filledShape, type FilledShape } from './fills';
import { damaged, flatPixels, openPsd, whole } from './openPsd';
import { forgetPixels, giveBackPixels } from './pixelStock';
import {
  areaOf,
  drawnPixels,
  isEmpty,
  isMasked,
  maskShares,
  seenThrough,
  type PlacedPixels,
} from './pixels';

/**
 * Reads a PSD or PSB: groups, masks, opacity, blending, clipping, shapes, fills and effects.
 *
 * @throws Problem when it is damaged, or of colours that can't be read
 */
export async function readPsdArtwork(bytes: Buffer, reading: Reading): Promise<Artwork> {
  const opened = openPsd(bytes, reading.name);
  const { psd, isCmyk } = opened;
  const { width, height, children = [] } = psd;
  const page = { left: 0, top: 0, right: width, bottom: height };
  const total = Math.max(1, countOf(children));
  checkLayerCount(total, reading.name);
  const notes: ArtworkNote[] = [];
  if (isCmyk) {
    const sentence =
      'It is drawn in CMYK. Its colours are brought to RGB without a printer’s profile, and may look a little different. Turn it into RGB in your drawing program to be sure.';
    notes.push({ layer: ['drawing'], sentence });
  }
  const line = new LayerPipeline(psd);
  let done = 0;

  const layerOf = async (layer: Layer, path: readonly string[]): Promise<ArtworkLayer> => {
    const name = layer.name?.trim() || 'layer';
    const own = [...path, name];
    const note = (sentence: string) => void notes.push({ layer: own, sentence });
    const inside = await Promise.all((layer.children ?? []).map((child) => layerOf(child, own)));
    if (layer.adjustment)
      note('Adjustment layers are left out: they change colours of what lies beneath.');
    if (layer.children && hasEffects(layer))
      note('The effects of this group are left out. Give them to its layers instead.');
    const blend = blendOf(layer.blendMode);
    if (!blend) note(`Its blending “${layer.blendMode}” is shown as normal.`);
    const drawing = layer.children ? null : await drawingOf(layer, note);
    const masked = layer.children !== undefined && isMasked(layer);
    const mask = masked ? await line.make(() => whiteWithin(layer), keep) : null;
    reading.report(++done / total);
    return {
      name,
      hidden: layer.hidden ?? false,
      opacity: layer.opacity ?? 1,
      blend: blend ?? 'normal',
      clipped: layer.clipping ?? false,
      isolated: layer.children !== undefined && layer.blendMode !== 'pass through',
      mask,
      drawing,
      layers: withHiddenBases(inside),
    };
  };

  const keep = async (pixels: PlacedPixels) => {
    const at = { x: pixels.left, y: pixels.top, unit: 1 };
    const drawing = await keepPixels(pixels, at, reading.keep);
    giveBackPixels(pixels.data);
    return drawing;
  };

  const drawingOf = async (
    layer: Layer,
    note: (sentence: string) => void,
  ): Promise<Drawing | null> => {
    const shape = isEmpty(areaOf(layer)) && layer.vectorFill ? filledShape(layer, psd) : null;
    if (!shape && isEmpty(areaOf(layer)) && layer.vectorFill) {
      note('What it is filled with is left out. Turn it into pixels to keep it.');
    }
    if (shape && !layer.mask && !hasEffects(layer) && (layer.fillOpacity ?? 1) === 1) {
      return keptShape(shape);
    }
    return line.make(async () => pixelsOf(layer, shape, note), keep);
  };

  const keptShape = async ({ svg, area }: FilledShape): Promise<Drawing> => {
    const media = await reading.keep(Buffer.from(svg), 'image/svg+xml');
    const { left, top, right, bottom } = area;
    return { kind: 'vector', media, x: left, y: top, width: right - left, height: bottom - top };
  };

  const pixelsOf = async (
    layer: Layer,
    shape: FilledShape | null,
    note: (sentence: string) => void,
  ): Promise<PlacedPixels | null> => {
    const drawn = shape
      ? await paintedShape(shape)
      : await whole(async () => drawnPixels(layer), reading.name);
    if (!drawn) return null;
    // The shape is what its vector mask lets be seen already.
    const masks = shape ? { ...layer, vectorMask: undefined } : layer;
    const seen = isMasked(masks)
      ? seenThrough(drawn, await whole(() => maskShares(masks, boxOf(drawn), psd), reading.name))
      : drawn;
    const fill = layer.fillOpacity ?? 1;
    if (hasEffects(layer)) {
      const { pixels, differing } = await withEffects(seen, layer.effects!, fill);
      if (differing.length > 0) {
        note(
          `Of its effects, ${inWords(differing)} can’t be drawn as in your drawing program. Merge the effects into the layer to keep them.`,
        );
      }
      return pixels;
    }
    if (fill === 1) return seen;
    return seenThrough(seen, new Uint8Array(seen.width * seen.height).fill(255 * fill));
  };

  /** White where the masks of a group let it be seen. */
  const whiteWithin = async (group: Layer): Promise<PlacedPixels> => {
    const shares = await whole(() => maskShares(group, page, psd), reading.name);
    const data = new Uint8ClampedArray(4 * width * height).fill(255);
    return seenThrough({ data, width, height, left: 0, top: 0 }, shares);
  };

  const layers = withHiddenBases(await Promise.all(children.map((layer) => layerOf(layer, []))));
  const flat = flatPixels(bytes, opened);
  forgetPixels();
  if (layers.length > 0) {
    return {
      ...{ width, height, layers, notes },
      flat: flat && (await keepFlat(flat, psd, reading.keep)),
    };
  }
  if (!flat) throw damaged(reading.name);
  const drawing = await keepPixels(flat, { x: 0, y: 0, unit: 1 }, reading.keep);
  return { width, height, layers: [plainLayer('picture', drawing)], notes, flat: null };
}

function hasEffects({ effects }: Layer): boolean {
  return effects !== undefined && !effects.disabled;
}

const boxOf = ({ left, top, width, height }: PlacedPixels) => ({
  ...{ left, top },
  ...{ right: left + width, bottom: top + height },
});

async function paintedShape({ svg, area }: FilledShape): Promise<PlacedPixels> {
  const [left, top] = [Math.floor(area.left), Math.floor(area.top)];
  const size = { width: Math.ceil(area.right) - left, height: Math.ceil(area.bottom) - top };
  const viewBox = `viewBox="${left} ${top} ${size.width} ${size.height}"`;
  const painted = paintedSvg(svg.replace(/viewBox="[^"]*"/, viewBox), size);
  const { data } = await pixelsOfPicture(painted, 'shape');
  return { ...size, left, top, data: new Uint8ClampedArray(data) };
}

/** A list as people say it. */
function inWords(things: readonly string[]): string {
  const [last, ...others] = [...things].reverse();
  return others.length === 0 ? last! : `${others.reverse().join(', ')} and ${last}`;
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

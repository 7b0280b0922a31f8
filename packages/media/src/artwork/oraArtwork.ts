import { SaxesParser } from 'saxes';
import sharp from 'sharp';
import {
  PLAIN_LOOK,
  plainLayer,
  type Artwork,
  type ArtworkLayer,
  type ArtworkNote,
} from '@cruvo/core/character';
import { BLEND_MODES, type BlendMode } from '@cruvo/core/frame';
import { intersectionOf, unionOf, type Box } from '@cruvo/core/geometry';
import { Problem } from '@cruvo/core/problem';
import type { Drawing } from '@cruvo/core/character';
import type { Archive } from '../archive';
import { CLIPPED_RUN } from './clippedRun';
import { keepFlatPicture } from './flat';
import { withHiddenBases } from './hiddenBases';
import { maskFrom } from './maskPixels';
import { LayerPipeline, damagedLayer, decodedPixels, keepPixels } from './layerStore';
import { PixelBudget, checkLayerCount, checkSide } from './limits';
import { looksLikePixels, uprightSize, xmlText } from '../picture';
import type { Reading } from './reading';

interface StackNode {
  readonly kind: 'stack' | 'layer';
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: StackNode[];
}

/** Largest list of layers, bytes. */
const LARGEST_STACK = 20_000_000;

/**
 * Reads an OpenRaster file (freedesktop.org, OpenRaster 0.0.6).
 *
 * @throws Problem when it is damaged or too large
 */
export async function readOraArtwork(files: Archive, reading: Reading): Promise<Artwork> {
  const damaged = new Problem(
    'bad-input',
    `“${reading.name}” is not a whole OpenRaster file. Save it again.`,
  );
  const text = xmlText(await files.read('stack.xml', LARGEST_STACK), reading.name);
  const image = parseStack(text, damaged);
  const width = Number(image.attributes['w']);
  const height = Number(image.attributes['h']);
  const root = image.children[0];
  if (!root || !(width > 0 && height > 0)) throw damaged;
  checkSide(width, height, reading.name);
  const total = countOf(root);
  checkLayerCount(total, reading.name);
  const notes: ArtworkNote[] = [];
  await checkPixels(root, files, { file: reading.name, damaged });
  const line = new LayerPipeline({ width, height });
  const drawings = new Map<string, Promise<Drawing | null>>();
  let done = 0;

  /** The drawing of a file in the archive, as if it lay at the page's corner; several layers may show the same. */
  const drawingOf = (source: string, name: string): Promise<Drawing | null> => {
    const known = drawings.get(source);
    if (known) return known;
    const made = line.make(
      async () => decodedPixels(await files.read(source), name),
      (pixels) => keepPixels(pixels, { x: 0, y: 0, unit: 1 }, reading.keep),
    );
    drawings.set(source, made);
    return made;
  };

  const layerOf = async (
    node: StackNode,
    path: readonly string[],
    offset: Offset,
    inRun = false,
  ): Promise<ArtworkLayer> => {
    const { kind, attributes } = node;
    const name = nameOf(node);
    const address = [...path, name];
    const at = {
      x: offset.x + (Number(attributes['x']) || 0),
      y: offset.y + (Number(attributes['y']) || 0),
    };
    const operator = operatorOf(node);
    const { blend, clipped } = compositing(operator);
    if (!blend) {
      notes.push({ layer: address, sentence: `Its blending “${operator}” is shown as normal.` });
    }
    const held = await heldBy(node, address, at);
    const own = kind === 'layer' ? await drawingOf(attributes['src'] ?? '', name) : null;
    const drawing = own && { ...own, x: own.x + at.x, y: own.y + at.y };
    reading.report(++done / total);
    return {
      ...PLAIN_LOOK,
      name,
      hidden: attributes['visibility'] === 'hidden',
      opacity: opacityOf(node),
      blend: blend ?? 'normal',
      clipped: clipped || inRun,
      isolated: kind === 'stack' && attributes['isolation'] === 'isolate',
      drawing,
      ...held,
    };
  };

  /** The layers of a stack, back to front, and the mask of all of them. */
  const heldBy = async (
    stack: StackNode,
    path: readonly string[],
    offset: Offset,
  ): Promise<Pick<ArtworkLayer, 'layers' | 'mask'>> => {
    // The file lists what is in front first.
    const nodes = [...stack.children].reverse().flatMap(withoutRun);
    const read = await Promise.all(
      nodes.map(async ({ node, inRun }) => {
        if (inRun) return { layer: await layerOf(node, path, offset, inRun), inRun, mask: null };
        const keeping = KEEPING.get(operatorOf(node));
        if (keeping === undefined || node.kind === 'stack') {
          return { layer: await layerOf(node, path, offset), inRun, mask: null };
        }
        const mask = await maskOf(node, keeping, offset);
        reading.report(++done / total);
        return { layer: null, node, mask };
      }),
    );
    let layers: readonly ArtworkLayer[] = [];
    let mask: Drawing | null = null;
    for (const one of read) {
      // What a mask was for lies beneath what comes now, which it is not for.
      if (mask) layers = [{ ...together(layers), mask }];
      mask = null;
      if (one.layer) {
        const { layer, inRun } = one;
        layers = [...(layer.clipped && !inRun ? withOneBase(layers, layer) : layers), layer];
        continue;
      }
      const beneath = one.node.attributes['visibility'] !== 'hidden' && layers.length > 0;
      if (beneath) mask = one.mask;
      const sentence = beneath ? IS_A_MASK : 'It is a mask of nothing, and is left out.';
      notes.push({ layer: [...path, nameOf(one.node)], sentence });
    }
    return { layers: withHiddenBases(layers), mask };
  };

  /** White where a layer lets what is beneath it be seen. @param inside whether that is where it is, or where it is not */
  const maskOf = (node: StackNode, inside: boolean, offset: Offset): Promise<Drawing | null> =>
    line.make(
      async () => {
        const picture = await decodedPixels(
          await files.read(node.attributes['src'] ?? ''),
          nameOf(node),
        );
        const [left, top] = [Number(node.attributes['x']) || 0, Number(node.attributes['y']) || 0];
        return maskFrom(picture, {
          ...{ left: offset.x + left, top: offset.y + top, width, height },
          ...{ inside, opacity: opacityOf(node) },
        });
      },
      (pixels) => keepPixels(pixels, { x: 0, y: 0, unit: 1 }, reading.keep),
    );

  /** Null where it can't be read: it is there to compare with alone. */
  const flatOf = async (merged: Buffer): Promise<Drawing | null> => {
    if (!looksLikePixels(merged)) return null;
    try {
      return await keepFlatPicture(sharp(merged), { width, height }, reading.keep);
    } catch {
      return null;
    }
  };

  const whole = await heldBy(root, [], { x: 0, y: 0 });
  const layers = whole.mask ? [{ ...together(whole.layers), mask: whole.mask }] : whole.layers;
  const merged = files.has('mergedimage.png') ? await files.read('mergedimage.png') : null;
  return { width, height, layers, notes, flat: merged && (await flatOf(merged)) };
}

interface Offset {
  readonly x: number;
  readonly y: number;
}

/** Operators of layers that let what is beneath them be seen where they are, or where they are not. */
const KEEPING: ReadonlyMap<string, boolean> = new Map([
  ['svg:dst-in', true],
  ['svg:dst-out', false],
]);
const IS_A_MASK = 'It has become the mask of what lies beneath it in its group.';

/** An element of the list of layers, and whether it is clipped by the one before it, whatever its operator says. */
interface ListedNode {
  readonly node: StackNode;
  readonly inRun: boolean;
}

/** The layers of a stack that Cruvo wrote around a layer and those that it clips; any other element as it is. */
function withoutRun(node: StackNode): ListedNode[] {
  if (node.attributes[CLIPPED_RUN] === undefined) return [{ node, inRun: false }];
  const layers = [...node.children].reverse();
  return layers
    .filter((one) => !KEEPING.has(operatorOf(one)))
    .map((one, at) => ({ node: one, inRun: at > 0 }));
}

const nameOf = ({ kind, attributes }: StackNode) =>
  attributes['name']?.trim() || (kind === 'stack' ? 'group' : 'layer');

const operatorOf = ({ attributes }: StackNode) => attributes['composite-op'] ?? 'svg:src-over';

function opacityOf({ attributes }: StackNode): number {
  return Math.min(1, Math.max(0, Number(attributes['opacity'] ?? 1) || 0));
}

/**
 * What a layer is clipped by is all that lies beneath it in its stack. Where it lies within the one right beneath, that one
 * is enough; otherwise as few as it lies within become one group.
 */
function withOneBase(
  layers: readonly ArtworkLayer[],
  clipped: ArtworkLayer,
): readonly ArtworkLayer[] {
  const bases = layers.flatMap(({ clipped: isClipped }, at) => (isClipped ? [] : [at])).reverse();
  const own = boxOf(clipped);
  const from = bases.find((at) => {
    const around = unionOf(layers.slice(at).flatMap((layer) => boxOf(layer) ?? []));
    return !own || (around !== null && isWithin(own, around));
  });
  if (from === bases[0]) return layers;
  const start = from ?? 0;
  return [...layers.slice(0, start), together(layers.slice(start))];
}

function boxOf({ drawing, layers }: ArtworkLayer): Box | null {
  const inside = layers.flatMap((layer) => boxOf(layer) ?? []);
  return unionOf(drawing ? [drawing, ...inside] : inside);
}

function isWithin(inner: Box, outer: Box): boolean {
  const both = intersectionOf(inner, outer);
  return both.width >= inner.width && both.height >= inner.height;
}

/** A group named after what is in it. */
function together(layers: readonly ArtworkLayer[]): ArtworkLayer {
  const names = layers.map(({ name }) => name);
  return { ...plainLayer(names.join(' and ').slice(0, 100), null), layers };
}

/** What a composite operator means; null where Cruvo has no such blending. */
function compositing(operator: string): { blend: BlendMode | null; clipped: boolean } {
  const mode = operator.replace(/^svg:/, '');
  if (mode === 'src-over') return { blend: 'normal', clipped: false };
  if (mode === 'src-atop') return { blend: 'normal', clipped: true };
  if (mode === 'plus') return { blend: 'lighter', clipped: false };
  return { blend: BLEND_MODES.find((known) => known === mode) ?? null, clipped: false };
}

function parseStack(text: string, damaged: Problem): StackNode {
  const top: StackNode[] = [];
  const open: StackNode[][] = [top];
  const parser = new SaxesParser();
  parser.on('error', () => {
    throw damaged;
  });
  parser.on('opentag', ({ name, attributes }) => {
    const node: StackNode = {
      kind: name === 'layer' ? 'layer' : 'stack',
      attributes: attributes as Record<string, string>,
      children: [],
    };
    open.at(-1)!.push(node);
    open.push(node.children);
  });
  parser.on('closetag', () => void open.pop());
  parser.write(text).close();
  if (top.length !== 1) throw damaged;
  return top[0]!;
}

/** Adds up the layers' pixels, as their files' headers say, before any is decoded. */
async function checkPixels(
  root: StackNode,
  files: Archive,
  { file, damaged }: { readonly file: string; readonly damaged: Problem },
): Promise<void> {
  const budget = new PixelBudget(file);
  const sizes = new Map<string, { readonly width: number; readonly height: number }>();
  const sizeOf = async (source: string, name: string) => {
    if (!files.has(source)) throw damaged;
    const picture = await files.read(source);
    if (!looksLikePixels(picture)) throw damagedLayer(name);
    return uprightSize(picture, name);
  };
  for (const { attributes } of pictureNodes(root)) {
    const source = attributes['src'] ?? '';
    const name = attributes['name']?.trim() || 'layer';
    const size = sizes.get(source) ?? (await sizeOf(source, name));
    sizes.set(source, size);
    budget.add(size.width, size.height, name);
  }
}

function pictureNodes(node: StackNode): StackNode[] {
  return node.kind === 'layer' ? [node] : node.children.flatMap(pictureNodes);
}

function countOf({ children }: StackNode): number {
  return children.reduce((sum, child) => sum + 1 + countOf(child), 0);
}

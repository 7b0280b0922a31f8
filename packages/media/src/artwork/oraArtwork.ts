import { SaxesParser } from 'saxes';
import type { Artwork, ArtworkLayer, ArtworkNote } from '@cruvo/core/character';
import { BLEND_MODES, type BlendMode } from '@cruvo/core/frame';
import { Problem } from '@cruvo/core/problem';
import type { Drawing } from '@cruvo/core/character';
import type { Archive } from '../archive';
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
  const line = new LayerPipeline();
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
    { kind, attributes, children }: StackNode,
    path: readonly string[],
    offset: { readonly x: number; readonly y: number },
  ): Promise<ArtworkLayer> => {
    const name = attributes['name']?.trim() || (kind === 'stack' ? 'group' : 'layer');
    const address = [...path, name];
    const at = {
      x: offset.x + (Number(attributes['x']) || 0),
      y: offset.y + (Number(attributes['y']) || 0),
    };
    const operator = attributes['composite-op'] ?? 'svg:src-over';
    const { blend, clipped } = compositing(operator);
    if (!blend) {
      notes.push({ layer: address, sentence: `Its blending “${operator}” is shown as normal.` });
    }
    const inside = await Promise.all(
      [...children].reverse().map((child) => layerOf(child, address, at)),
    );
    const own = kind === 'layer' ? await drawingOf(attributes['src'] ?? '', name) : null;
    const drawing = own && { ...own, x: own.x + at.x, y: own.y + at.y };
    reading.report(++done / total);
    return {
      name,
      hidden: attributes['visibility'] === 'hidden',
      opacity: Math.min(1, Math.max(0, Number(attributes['opacity'] ?? 1) || 0)),
      blend: blend ?? 'normal',
      clipped,
      drawing,
      layers: inside,
    };
  };

  // The file lists what is in front first.
  const layers = await Promise.all(
    [...root.children].reverse().map((child) => layerOf(child, [], { x: 0, y: 0 })),
  );
  return { width, height, layers, notes };
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
  for (const { attributes } of layersIn(root)) {
    const source = attributes['src'] ?? '';
    const name = attributes['name']?.trim() || 'layer';
    const size = sizes.get(source) ?? (await sizeOf(source, name));
    sizes.set(source, size);
    budget.add(size.width, size.height, name);
  }
}

function layersIn(node: StackNode): StackNode[] {
  return node.kind === 'layer' ? [node] : node.children.flatMap(layersIn);
}

function countOf({ children }: StackNode): number {
  return children.reduce((sum, child) => sum + 1 + countOf(child), 0);
}

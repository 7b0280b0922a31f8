import { SaxesParser } from 'saxes';
import type { Artwork, ArtworkLayer, ArtworkNote } from '@cruvo/core/character';
import { BLEND_MODES, type BlendMode } from '@cruvo/core/frame';
import { Problem } from '@cruvo/core/problem';
import { aFewAtATime, decodedPixels, keepPixels } from './layerStore';
import { checkLayerCount, checkSide } from './limits';
import type { Reading } from './reading';

interface StackNode {
  readonly kind: 'stack' | 'layer';
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: StackNode[];
}

/**
 * Reads an OpenRaster file's members (freedesktop.org, OpenRaster 0.0.6).
 *
 * @throws Problem when it is damaged
 */
export async function readOraArtwork(
  files: ReadonlyMap<string, Buffer>,
  reading: Reading,
): Promise<Artwork> {
  const damaged = new Problem(
    'bad-input',
    `“${reading.name}” is not a whole OpenRaster file. Save it again.`,
  );
  const text = files.get('stack.xml')?.toString('utf8');
  if (!text) throw damaged;
  const image = parseStack(text, damaged);
  const width = Number(image.attributes['w']);
  const height = Number(image.attributes['h']);
  const root = image.children[0];
  if (!root || !(width > 0 && height > 0)) throw damaged;
  checkSide(width, height, reading.name);
  const total = countOf(root);
  checkLayerCount(total, reading.name);
  const notes: ArtworkNote[] = [];
  const limited = aFewAtATime();
  let done = 0;

  const layerOf = async (
    { kind, attributes, children }: StackNode,
    path: readonly string[],
    offset: { readonly x: number; readonly y: number },
  ): Promise<ArtworkLayer> => {
    const name = attributes['name']?.trim() || (kind === 'stack' ? 'group' : 'layer');
    const own = [...path, name];
    const at = {
      x: offset.x + (Number(attributes['x']) || 0),
      y: offset.y + (Number(attributes['y']) || 0),
    };
    const operator = attributes['composite-op'] ?? 'svg:src-over';
    const { blend, clipped } = compositing(operator);
    if (!blend) {
      notes.push({ layer: own, sentence: `Its blending “${operator}” is shown as normal.` });
    }
    const inside = await Promise.all(
      [...children].reverse().map((child) => layerOf(child, own, at)),
    );
    const source = kind === 'layer' ? files.get(attributes['src'] ?? '') : undefined;
    if (kind === 'layer' && !source) throw damaged;
    const drawing = source
      ? await limited(async () =>
          keepPixels(await decodedPixels(source, name), { ...at, unit: 1 }, reading.keep),
        )
      : null;
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

function countOf({ children }: StackNode): number {
  return children.reduce((sum, child) => sum + 1 + countOf(child), 0);
}

import type { Box } from '../../geometry';
import { commonBlendMode, type BlendMode } from '../../frame/blendMode';
import { withOwnIds } from './merge';
import { parseSvg, svgText, viewBoxOf, type SvgNode } from './parse';

/** A layer or a group of layers, to be written. */
export interface WrittenLayer<Picture = WrittenPicture> {
  readonly name: string;
  readonly hidden: boolean;
  /** 0 to 1. */
  readonly opacity: number;
  readonly blend: BlendMode;
  readonly clipped: boolean;
  readonly isolated: boolean;
  /** White; it, and all that it holds, is seen only where this would be. */
  readonly mask: Picture | null;
  readonly picture: Picture | null;
  /** Back to front. */
  readonly layers: readonly WrittenLayer<Picture>[];
}

/** A picture and where it lies, in units of the page: the text of an SVG, or an encoded one as a data: address. */
export type WrittenPicture = Box & ({ readonly svg: string } | { readonly address: string });

/**
 * Writes layers as one SVG, each a group with its name, which drawing programs show as layers. SVG has no word
 * for a layer that is clipped by the one beneath it: that is noted in `data-clipped`, which Cruvo reads again.
 *
 * @param size of the page, in units
 */
export function writeLayers(
  size: { readonly width: number; readonly height: number },
  layers: readonly WrittenLayer[],
): string {
  let count = 0;
  let pictures = 0;
  const masks: SvgNode[] = [];
  const groupOf = (layer: WrittenLayer): SvgNode => {
    const id = `layer-${++count}`;
    const { name, hidden, opacity, blend, clipped, isolated, mask, picture } = layer;
    const style = [
      ...(hidden ? ['display:none'] : []),
      ...(opacity < 1 ? [`opacity:${opacity}`] : []),
      ...(blend === 'normal' ? [] : [`mix-blend-mode:${commonBlendMode(blend)}`]),
      ...(isolated ? ['isolation:isolate'] : []),
    ].join(';');
    if (mask) masks.push(maskElement(`mask-${count}`, size, pictureNodes(mask, ++pictures)));
    return {
      name: 'g',
      attributes: {
        id,
        ...(mask ? { mask: `url(#mask-${count})` } : {}),
        'inkscape:groupmode': 'layer',
        'inkscape:label': name,
        ...(style ? { style } : {}),
        ...(clipped ? { 'data-clipped': 'true' } : {}),
        ...(commonBlendMode(blend) === blend ? {} : { 'data-blend': blend }),
      },
      children: [
        ...(picture ? pictureNodes(picture, ++pictures) : []),
        ...layer.layers.map(groupOf),
      ],
    };
  };
  const groups = layers.map(groupOf);
  const root: SvgNode = {
    name: 'svg',
    attributes: {
      xmlns: 'http://www.w3.org/2000/svg',
      'xmlns:xlink': 'http://www.w3.org/1999/xlink',
      'xmlns:inkscape': 'http://www.inkscape.org/namespaces/inkscape',
      width: String(size.width),
      height: String(size.height),
      viewBox: `0 0 ${size.width} ${size.height}`,
    },
    children:
      masks.length > 0 ? [{ name: 'defs', attributes: {}, children: masks }, ...groups] : groups,
  };
  return svgText(root);
}

function maskElement(
  id: string,
  { width, height }: { readonly width: number; readonly height: number },
  children: readonly SvgNode[],
): SvgNode {
  const attributes = {
    ...{ id, maskUnits: 'userSpaceOnUse', x: '0', y: '0' },
    ...{ width: String(width), height: String(height) },
  };
  return { name: 'mask', attributes, children };
}

function pictureNodes(picture: WrittenPicture, number: number): SvgNode[] {
  const { x, y, width, height } = picture;
  if ('address' in picture) {
    const place = { x: String(x), y: String(y), width: String(width), height: String(height) };
    const attributes = { ...place, preserveAspectRatio: 'none', 'xlink:href': picture.address };
    return [{ name: 'image', attributes, children: [] }];
  }
  const root = parseSvg(picture.svg);
  const own = viewBoxOf(root);
  const children = withOwnIds(root.children, number);
  const [right, down] = [width / own.width, height / own.height];
  const moves = [x - own.x * right, y - own.y * down, right - 1, down - 1].some(
    (change) => Math.abs(change) > 1e-9,
  );
  if (!moves) return children;
  const transform = `matrix(${right} 0 0 ${down} ${x - own.x * right} ${y - own.y * down})`;
  return [{ name: 'g', attributes: { transform }, children }];
}

import { BLEND_MODES, type BlendMode } from '../../frame/blendMode';
import { unionOf, type Box } from '../../geometry';
import { withClones } from './clones';
import { withoutForeign, type LeftOut } from './leaveOut';
import { isDrawn, nameOf } from './names';
import { shapeBounds } from '../../frame';
import { parseSvg, svgText, viewBoxOf, type SvgNode } from './parse';
import { readVectorDrawing } from './readVector';
import { beyondVectors } from './beyondVectors';
import { withOwnIds } from './merge';
import { referencedNodes, styleSheets } from './references';
import { ownStyle, shareOf } from './style';
import { withOutlinedText, type OutlineText } from './outlinedText';
import { withOwnStyles, type ReadStyleSheet } from './styleRules';
import { withNamedGroups } from './takeApart';

/** A layer of an SVG: a group of others, or a picture of its own. */
export interface SvgLayer {
  readonly name: string;
  readonly hidden: boolean;
  readonly opacity: number;
  readonly blend: BlendMode;
  /** Seen only where the layer beneath it is; only files that Cruvo wrote say so. */
  readonly clipped: boolean;
  /** What a group holds, back to front. */
  readonly layers: readonly SvgLayer[];
  /** Null for a group. */
  readonly picture: SvgPicture | null;
}

/** A layer alone, as an SVG file. */
export interface SvgPicture {
  readonly svg: string;
  /** What it covers, which is the file's viewBox; null where only painting can tell, and the viewBox is the page. */
  readonly bounds: Box | null;
  /** What Cruvo's own painter can't draw, in plain words; empty where it can draw all. */
  readonly beyond: readonly string[];
}

export interface LayeredSvg {
  readonly page: Box;
  /** Back to front. */
  readonly layers: readonly SvgLayer[];
  /** What the file holds and no layer shows. */
  readonly leftOut: readonly LeftOut[];
}

/** What a drawing says of its page. */
const OF_THE_PAGE = new Set(
  'xmlns version baseProfile viewBox width height x y preserveAspectRatio zoomAndPan enable-background overflow'.split(
    ' ',
  ),
);
/** What a group must not hand down when its children are painted without it: they get it as parts. */
const NOT_HANDED_DOWN = new Set(['id', 'opacity', 'display', 'visibility', 'mix-blend-mode']);

/**
 * Takes a layered SVG apart: groups and shapes that somebody has named become layers, whatever lies between
 * them layers named after their group. A drawing that has one name or none comes apart at its groups all the same.
 *
 * @param readSheet reads style sheets, so that they need not be painted by another renderer
 * @param outline gives the outlines of text, likewise
 * @throws Problem when it can't be read
 */
export function readLayers(
  text: string,
  readSheet: ReadStyleSheet = () => null,
  outline: OutlineText = () => null,
): LayeredSvg {
  const { root: own, leftOut } = withoutForeign(parseSvg(text));
  const root = withOutlinedText(withClones(withOwnStyles(own, readSheet)), outline);
  const page = viewBoxOf(root);
  const layersOf = (whole: SvgNode) =>
    new LayerReader(whole, page).layersIn(whole, outermost(whole), 'drawing');
  const layers = layersOf(root);
  const inOnePiece = layers.length === 1 && layers[0]!.picture !== null;
  const apart = inOnePiece ? withNamedGroups(root) : null;
  return { page, layers: apart ? layersOf(apart) : layers, leftOut };
}

/** The whole drawing as a group around its layers, where it hands something down. */
function outermost(root: SvgNode): SvgNode[] {
  const own = Object.entries(handedDown(root)).filter(([key]) => !OF_THE_PAGE.has(key));
  return own.length === 0 ? [] : [{ name: 'g', attributes: Object.fromEntries(own), children: [] }];
}

class LayerReader {
  constructor(
    private readonly root: SvgNode,
    private readonly page: Box,
  ) {}

  /** @param around what hands something down, from the outermost to the node itself */
  layersIn(node: SvgNode, around: readonly SvgNode[], name: string): SvgLayer[] {
    const layers: SvgLayer[] = [];
    let loose: SvgNode[] = [];
    const flush = () => {
      if (loose.length === 0) return;
      const picture = this.pictureOf(loose, around);
      if (picture) layers.push({ ...PLAIN, name, picture });
      loose = [];
    };
    for (const child of node.children.filter(isDrawn)) {
      if (!isNamedLayer(child) && !holdsNamed(child)) {
        loose.push(child);
        continue;
      }
      flush();
      const layer = this.layerOf(child, around);
      if (layer) layers.push(layer);
    }
    flush();
    return layers;
  }

  private layerOf(node: SvgNode, around: readonly SvgNode[]): SvgLayer | null {
    const style = ownStyle(node);
    const name = nameOf(node) ?? 'group';
    const blend = style['mix-blend-mode'] as BlendMode | undefined;
    const own = {
      name,
      hidden: style['display'] === 'none' || style['visibility'] === 'hidden',
      opacity: shareOf(style['opacity']),
      blend: blend && BLEND_MODES.includes(blend) ? blend : ('normal' as const),
      clipped: node.attributes['data-clipped'] === 'true',
    };
    if (holdsNamed(node)) {
      const layers = this.layersIn(node, [...around, node], name);
      return layers.length > 0 ? { ...own, layers, picture: null } : null;
    }
    const picture = this.pictureOf([node], around);
    return picture || node.name === 'g' ? { ...own, layers: [], picture } : null;
  }

  /** Nodes alone, within all that their groups hand down to them; null where they draw nothing. */
  private pictureOf(nodes: readonly SvgNode[], around: readonly SvgNode[]): SvgPicture | null {
    const shown = nodes.map(seen);
    const wrapped = [...around]
      .reverse()
      .reduce<readonly SvgNode[]>(
        (children, group) => [{ name: 'g', attributes: handedDown(group), children }],
        shown,
      );
    const definitions = referencedNodes(this.root, wrapped);
    // Names are the layer's matter: the same picture under another name is the same file.
    const styled = styleSheets(this.root).length > 0;
    const drawn = [
      ...(definitions.length > 0 ? [{ name: 'defs', attributes: {}, children: definitions }] : []),
      ...wrapped,
    ];
    const file = (box: Box): string =>
      svgText({
        name: 'svg',
        attributes: {
          xmlns: 'http://www.w3.org/2000/svg',
          'xmlns:xlink': 'http://www.w3.org/1999/xlink',
          viewBox: [box.x, box.y, box.width, box.height].join(' '),
        },
        children: styled ? drawn : withOwnIds(drawn, 1),
      });
    const beyond = beyondVectors(
      [...around.map((group) => ({ ...group, children: [] })), ...shown],
      this.root,
    );
    const whole = file(this.page);
    if (beyond.length > 0) return { svg: whole, bounds: null, beyond };
    const bounds = unionOf(readVectorDrawing(whole).shapes.map(shapeBounds).filter(isSomething));
    return bounds && { svg: file(bounds), bounds, beyond };
  }
}

const PLAIN = { hidden: false, opacity: 1, blend: 'normal', clipped: false, layers: [] } as const;

/** Whether a group has layers inside, however deep, that can be taken out of it. */
function holdsNamed(node: SvgNode): boolean {
  if (node.name !== 'g' || effectOf(node)) return false;
  return node.children.some((child) => isNamedLayer(child) || holdsNamed(child));
}

function isNamedLayer(node: SvgNode): boolean {
  return isDrawn(node) && nameOf(node) !== null;
}

/** Whether a group does something to its layers together that parts can't do. */
function effectOf(node: SvgNode): boolean {
  const style = ownStyle(node);
  return ['clip-path', 'mask', 'filter'].some((effect) => (style[effect] ?? 'none') !== 'none');
}

/** A layer as it looks when it is seen: what hides and fades it is the part's matter. */
function seen(node: SvgNode): SvgNode {
  return {
    ...node,
    attributes: {
      ...handedDown(node),
      ...(node.attributes['id'] ? { id: node.attributes['id'] } : {}),
    },
  };
}

function handedDown({ attributes }: SvgNode): Readonly<Record<string, string>> {
  const kept = Object.entries(attributes).filter(
    ([key]) =>
      key !== 'style' && !NOT_HANDED_DOWN.has(key) && (!key.includes(':') || key === 'xlink:href'),
  );
  const style = (attributes['style'] ?? '')
    .split(';')
    .filter((rule) => !NOT_HANDED_DOWN.has(rule.split(':')[0]!.trim()))
    .join(';');
  return { ...Object.fromEntries(kept), ...(style ? { style } : {}) };
}

function isSomething({ width, height }: Box): boolean {
  return width > 0 && height > 0;
}

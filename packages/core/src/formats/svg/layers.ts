import type { BlendMode } from '../../frame/blendMode';
import { IDENTITY, multiply, unionOf, type Box, type Matrix } from '../../geometry';
import { withClones } from './clones';
import { pageAroundContent, paintedBox } from './contentBox';
import { maskOf } from './groupMask';
import { withoutForeign, type LeftOut } from './leaveOut';
import { withLengths } from './lengths';
import {
  goTogether,
  handedDown,
  isUsed,
  lookOf,
  NOT_INSIDE,
  seen,
  shownAsDrawn,
  TOGETHER,
  without,
} from './look';
import { isDrawn, nameOf } from './names';
import { shapeBounds } from '../../frame';
import { parseSvg, svgText, viewBoxOf, type SvgNode } from './parse';
import { readVectorDrawing } from './readVector';
import { beyondVectors } from './beyondVectors';
import { withOwnIds } from './merge';
import { matrixOf } from './outline';
import { referencedNodes, styleSheets } from './references';
import { shadowSoftness, softnessOf, type Softness } from './softness';
import { ownStyle, shareOf } from './style';
import { withOutlinedText, type OutlineText } from './outlinedText';
import { withOwnStyles, type ReadStyleSheet } from './styleRules';
import { withTransforms } from './styledTransforms';
import { withNamedGroups } from './takeApart';
import { withVariables } from './variables';
import { withOwnVisibility } from './visibility';

/** A layer of an SVG: a group of others, or a picture of its own. */
export interface SvgLayer {
  readonly name: string;
  readonly hidden: boolean;
  readonly opacity: number;
  readonly blend: BlendMode;
  /** Seen only where the layer beneath it is; only files that Cruvo wrote say so. */
  readonly clipped: boolean;
  /** Whether what a group holds blends with each other alone, not with what lies beneath it. */
  readonly isolated: boolean;
  /** A group is seen only where this white picture would be; null: everywhere. */
  readonly mask: SvgPicture | null;
  /** What a group holds, back to front. */
  readonly layers: readonly SvgLayer[];
  /** Null for a group. */
  readonly picture: SvgPicture | null;
  /** A group with a filter over all that it holds: painted as a whole, and without the filter; null for any other. */
  readonly filtered: FilteredGroup | null;
}

export interface FilteredGroup {
  readonly whole: SvgPicture;
  readonly plain: SvgPicture;
  /** The least blur of its shadow or glow, in units of the page; null where it is sharp. */
  readonly blur: number | null;
}

/** A layer alone, as an SVG file. */
export interface SvgPicture {
  readonly svg: string;
  /** The file's viewBox, on the page: what the picture covers, or may cover where it has to be painted. */
  readonly box: Box;
  /** What Cruvo's own painter can't draw, in plain words; empty where it can draw all. */
  readonly beyond: readonly string[];
  readonly softness: Softness;
}

export interface LayeredSvg {
  readonly page: Box;
  /** Back to front. */
  readonly layers: readonly SvgLayer[];
  /** What the file holds and no layer shows. */
  readonly leftOut: readonly LeftOut[];
  /** All of it as one picture, for another renderer. */
  readonly whole: SvgPicture;
}

/** What a drawing says of its page. */
const OF_THE_PAGE = new Set(
  'xmlns version baseProfile viewBox width height x y preserveAspectRatio zoomAndPan enable-background overflow'.split(
    ' ',
  ),
);
const NAMESPACES = {
  xmlns: 'http://www.w3.org/2000/svg',
  'xmlns:xlink': 'http://www.w3.org/1999/xlink',
} as const;
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
  const styled = withVariables(withOwnStyles(own, readSheet));
  const page = pageAroundContent(styled) ?? viewBoxOf(styled);
  const placed = withTransforms(withLengths(withOwnVisibility(styled), page), page);
  const root = withOutlinedText(withClones(placed), outline);
  const layersOf = (whole: SvgNode) =>
    new LayerReader(whole, page).layersIn(whole, outermost(whole), 'drawing');
  const layers = layersOf(root);
  const inOnePiece = layers.length === 1 && layers[0]!.picture !== null;
  const apart = inOnePiece ? withNamedGroups(root) : null;
  const box = [page.x, page.y, page.width, page.height].join(' ');
  const { width: _, height: __, x: ___, y: ____, ...attributes } = placed.attributes;
  const whole: SvgPicture = {
    svg: svgText({ ...placed, attributes: { ...attributes, ...NAMESPACES, viewBox: box } }),
    box: page,
    beyond: ['all of it'],
    softness: softnessOf(placed.children, placed),
  };
  return { page, layers: apart ? layersOf(apart) : layers, leftOut, whole };
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
      const { hidden, blend } = lookOf(loose[0]!);
      const picture = this.pictureOf(loose.map(shownAsDrawn), around);
      if (picture) layers.push({ ...PLAIN, name, hidden, blend, picture });
      loose = [];
    };
    for (const child of node.children.filter(isDrawn)) {
      if (!isNamedLayer(child) && !holdsNamed(child)) {
        if (loose.length > 0 && !goTogether(loose[0]!, child)) flush();
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
    const name = nameOf(node) ?? 'group';
    const style = ownStyle(node);
    const own = {
      ...{ ...PLAIN, name, ...lookOf(node) },
      opacity: shareOf(style['opacity']),
      clipped: node.attributes['data-clipped'] === 'true',
    };
    if (holdsNamed(node)) {
      const layers = this.layersIn(node, [...around, node], name);
      const mask = this.maskFor(node, around);
      const filtered = isUsed(style['filter']) ? this.filteredFor(node, around) : null;
      const isolated =
        style['isolation'] === 'isolate' || TOGETHER.some((one) => isUsed(style[one]));
      return layers.length > 0 ? { ...own, layers, isolated, mask, filtered } : null;
    }
    const picture = this.pictureOf([seen(node)], around);
    return picture || node.name === 'g' ? { ...own, picture } : null;
  }

  private filteredFor(node: SvgNode, around: readonly SvgNode[]): SvgLayer['filtered'] {
    const whole = this.pictureOf([seen(node)], around);
    const attributes = without(seen(node), new Set(['filter']));
    const plain = this.pictureOf([{ ...node, attributes }], around, whole?.box);
    const blur = shadowSoftness(node, this.root, matrixThrough(around));
    return whole && plain && { whole, plain, blur };
  }

  /** What a group is seen within; null where all of it is. */
  private maskFor(node: SvgNode, around: readonly SvgNode[]): SvgPicture | null {
    const mask = maskOf(node, this.root, this.page, matrixThrough(around));
    const picture = mask && this.pictureOf([mask], [...around, node]);
    // Nothing is seen within an empty path.
    return mask && (picture ?? this.pictureOf([NOWHERE], []));
  }

  /**
   * Nodes alone, within all that their groups hand down to them; null where they draw nothing.
   *
   * @param nodes as they look when they are seen
   * @param painted what is to be painted of the page, where they are to be painted in any case
   */
  private pictureOf(
    nodes: readonly SvgNode[],
    around: readonly SvgNode[],
    painted?: Box,
  ): SvgPicture | null {
    const wrapped = [...around]
      .reverse()
      .reduce<readonly SvgNode[]>(
        (children, group) => [{ name: 'g', attributes: without(group, NOT_INSIDE), children }],
        nodes,
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
          ...NAMESPACES,
          viewBox: [box.x, box.y, box.width, box.height].join(' '),
        },
        children: styled ? drawn : withOwnIds(drawn, 1),
      });
    const beyond = beyondVectors(
      [
        ...around.map((group) => ({
          ...{ ...group, attributes: without(group, NOT_INSIDE), children: [] },
        })),
        ...nodes,
      ],
      this.root,
    );
    if (beyond.length > 0 || painted) {
      const box = painted ?? paintedBox(wrapped, this.page);
      return { svg: file(box), box, beyond, softness: softnessOf(wrapped, this.root) };
    }
    const box = unionOf(
      readVectorDrawing(file(this.page)).shapes.map(shapeBounds).filter(isSomething),
    );
    return box && { svg: file(box), box, beyond, softness: SHARP };
  }
}

const SHARP: Softness = { filtered: false, blur: null };
const PLAIN = {
  ...{ hidden: false, opacity: 1, blend: 'normal', clipped: false, isolated: false },
  ...{ mask: null, layers: [], picture: null, filtered: null },
} as const;
/** A spot beside the page. */
const NOWHERE: SvgNode = {
  name: 'path',
  attributes: { d: 'M-1e5 -1e5h.01v.01Z', fill: '#fff' },
  children: [],
};

/** Maps the units inside of groups, from the outermost, onto the page. */
function matrixThrough(around: readonly SvgNode[]): Matrix {
  return around.reduce<Matrix>(
    (all, { attributes }) => multiply(all, matrixOf(attributes['transform'])),
    IDENTITY,
  );
}

/** Whether a group has layers inside, however deep. */
function holdsNamed(node: SvgNode): boolean {
  if (node.name !== 'g') return false;
  return node.children.some((child) => isNamedLayer(child) || holdsNamed(child));
}

function isNamedLayer(node: SvgNode): boolean {
  return isDrawn(node) && nameOf(node) !== null;
}

function isSomething({ width, height }: Box): boolean {
  return width > 0 && height > 0;
}

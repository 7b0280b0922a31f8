import type { Outline } from '../../lettering';
import type { SvgNode } from './parse';
import { ownStyle, type Style } from './style';

/** How letters look. */
export interface Lettering {
  /** As CSS lists them, the first that is known counts. */
  readonly families: readonly string[];
  /** Units of the drawing. */
  readonly size: number;
  /** 1 to 1000. */
  readonly weight: number;
  readonly italic: boolean;
}

/** Gives the outlines of text; null where its font is not there. */
export type OutlineText = (text: string, lettering: Lettering) => Outline | null;

const INHERITED = ['font-family', 'font-size', 'font-weight', 'font-style', 'text-anchor'] as const;
/** What a line of text can ask for that plain outlines don't do. */
const BEYOND = ['letter-spacing', 'word-spacing', 'textLength', 'rotate', 'writing-mode', 'dx'];
const USUAL_SIZE = 16;

/**
 * A drawing in which text is shapes, as far as its fonts are there (SVG 1.1, chapter 10: plain lines, their parts
 * placed by x, y and dy, anchored at start, middle or end). Other text stays text.
 */
export function withOutlinedText(root: SvgNode, outline: OutlineText): SvgNode {
  const visit = (node: SvgNode, around: Style): SvgNode => {
    const style = inherited(around, node);
    if (node.name === 'text') return outlined(node, style, outline) ?? node;
    if (node.children.length === 0) return node;
    return { ...node, children: node.children.map((child) => visit(child, style)) };
  };
  return visit(root, {});
}

/** A stretch of text that goes on from where the one before it ended, unless it is placed. */
interface Piece {
  readonly text: string;
  readonly style: Style;
  readonly x: number | null;
  readonly y: number | null;
  readonly down: number;
}

function outlined(node: SvgNode, style: Style, outline: OutlineText): SvgNode | null {
  const pieces = piecesOf(node, style);
  if (!pieces) return null;
  const chunks: { pieces: (Piece & { outline: Outline })[]; x: number; y: number }[] = [];
  let [x, y] = [0, 0];
  for (const piece of pieces) {
    const found = outline(piece.text, letteringOf(piece.style));
    if (!found) return null;
    y = (piece.y ?? y) + piece.down;
    if (chunks.length === 0 || piece.x !== null || piece.y !== null || piece.down !== 0) {
      x = piece.x ?? x;
      chunks.push({ pieces: [], x, y });
    }
    chunks.at(-1)!.pieces.push({ ...piece, outline: found });
    x += found.advance;
  }
  const paths = chunks.flatMap(({ pieces: own, x: from, y: base }) => {
    const whole = own.reduce((sum, piece) => sum + piece.outline.advance, 0);
    let at = from - whole * (ANCHORS.get(own[0]!.style['text-anchor'] ?? '') ?? 0);
    return own.map(({ outline: { path, advance }, style: { fill } }): SvgNode => {
      const transform = `translate(${at} ${base})`;
      at += advance;
      const attributes = { d: path, transform, ...(fill === undefined ? {} : { fill }) };
      return { name: 'path', attributes, children: [] };
    });
  });
  const { x: _, y: __, ...attributes } = node.attributes;
  return { name: 'g', attributes, children: paths };
}

const ANCHORS: ReadonlyMap<string, number> = new Map([
  ['middle', 0.5],
  ['end', 1],
]);

/** Null where the text asks for more than lines of letters. */
function piecesOf(node: SvgNode, style: Style): Piece[] | null {
  if (BEYOND.some((key) => ownStyle(node)[key] !== undefined)) return null;
  const pieces: Piece[] = [];
  let place = placeOf(node, style);
  if (!place) return null;
  for (const child of node.children) {
    if (child.name === '#text') {
      const text = child.attributes['text']!.replace(/\s+/g, ' ');
      pieces.push({ text, style, ...place });
      place = { x: null, y: null, down: 0 };
    } else if (child.name === 'tspan') {
      const inside = piecesOf(child, inherited(style, child));
      if (!inside) return null;
      pieces.push(...inside.map((piece, at) => (at === 0 ? joined(place!, piece) : piece)));
      if (inside.length > 0) place = { x: null, y: null, down: 0 };
    } else if (!['title', 'desc'].includes(child.name)) return null;
  }
  return pieces;
}

type Place = Pick<Piece, 'x' | 'y' | 'down'>;

function placeOf({ attributes }: SvgNode, style: Style): Place | null {
  const size = letteringOf(style).size;
  const numbers = (['x', 'y', 'dy'] as const).map((key) => {
    const text = attributes[key]?.trim();
    if (text === undefined) return null;
    const [, number, unit] = /^([-+\d.eE]+?)(em|px)?$/.exec(text) ?? [];
    return Number(number) * (unit === 'em' ? size : 1);
  });
  if (numbers.some((number) => number !== null && !Number.isFinite(number))) return null;
  return { x: numbers[0]!, y: numbers[1]!, down: numbers[2] ?? 0 };
}

/** Where the first part of an inner stretch lies, if it doesn't say so itself. */
function joined(outer: Place, piece: Piece): Piece {
  return {
    ...piece,
    x: piece.x ?? outer.x,
    y: piece.y ?? outer.y,
    down: piece.down + outer.down,
  };
}

function letteringOf(style: Style): Lettering {
  const size = parseFloat(style['font-size'] ?? '');
  const weight = style['font-weight'] ?? 'normal';
  return {
    families: (style['font-family'] ?? '')
      .split(',')
      .map((family) => family.trim().replace(/^['"]|['"]$/g, '')),
    size: Number.isFinite(size) ? size : USUAL_SIZE,
    weight: weight === 'bold' ? 700 : Number(weight) || 400,
    italic: /italic|oblique/.test(style['font-style'] ?? ''),
  };
}

function inherited(around: Style, node: SvgNode): Style {
  const own = ownStyle(node);
  const passed: Record<string, string> = { ...around };
  for (const key of [...INHERITED, ...(node.name === 'tspan' ? ['fill'] : [])]) {
    if (own[key] !== undefined) passed[key] = own[key];
  }
  return passed;
}

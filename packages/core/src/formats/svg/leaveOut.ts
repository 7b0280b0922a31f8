import { LABELS } from './labels';
import { nameOf } from './names';
import type { SvgNode } from './parse';
import { declarationsOf } from './style';

/** Something that a drawing holds and Cruvo never shows. */
export interface LeftOut {
  /** Names of the layers that it is in, from the outermost. */
  readonly layer: readonly string[];
  /** A picture or a shape that lies outside of the file, or a page or text box of other kind than SVG. */
  readonly kind: 'picture' | 'shape' | 'page';
  /** The address that it points to; empty for a page. */
  readonly address: string;
}

/** Attributes of other vocabularies that say something to Cruvo, or to any SVG reader. */
const KEPT = new Set(['xlink:href', 'xml:space', ...LABELS]);
/** An embedded picture of a kind that Cruvo reads, or something in the same file. */
const OWN = /^\s*(#|data:image\/(png|jpeg|jpg|webp)[;,]|$)/i;
const UNNAMED_PICTURE = /^\s*data:;base64,\s*(iVBORw|\/9j\/)/;
const OUTSIDE_URL = /url\(\s*(['"]?)\s*(?!#|data:image\/(?:png|jpeg|jpg|webp)[;,])[^)]*\1\s*\)/i;

/**
 * A drawing without what isn't drawing: the notes that programs keep for themselves, pages of other kinds, and
 * whatever lies outside of the file, which is never fetched. A choice between several things (`switch`) becomes the
 * first that is a drawing (SVG 1.1, 5.8.2); a link becomes a group.
 */
export function withoutForeign(root: SvgNode): {
  readonly root: SvgNode;
  readonly leftOut: readonly LeftOut[];
} {
  const leftOut: LeftOut[] = [];
  const clean = (node: SvgNode, layer: readonly string[]): SvgNode[] => {
    if (node.name === '#text') return [node];
    if (node.name.includes(':') || node.name === 'metadata') return [];
    if (node.name === 'foreignObject') {
      leftOut.push({ layer, kind: 'page', address: '' });
      return [];
    }
    const address = addressOf(node);
    const linked = node.name === 'a';
    if (!linked && !OWN.test(address)) {
      leftOut.push({
        layer,
        kind: ['image', 'img'].includes(node.name) ? 'picture' : 'shape',
        address,
      });
      return [];
    }
    const name = nameOf(node);
    const within = name === null ? layer : [...layer, name];
    const attributes = ownAttributes(node, linked);
    const chosen = node.name === 'switch' ? choiceOf(node) : node.children;
    const children = chosen.flatMap((child) => clean(child, within));
    const grouped = linked || node.name === 'switch';
    return [{ name: grouped ? 'g' : node.name, attributes, children }];
  };
  return { root: { ...root, ...clean(root, [])[0] }, leftOut };
}

/** What an element points to; an embedded picture that doesn't say its kind, by how PNG and JPEG begin. */
function addressOf({ attributes }: SvgNode): string {
  const address = attributes['href'] ?? attributes['xlink:href'] ?? attributes['src'] ?? '';
  return address.replace(UNNAMED_PICTURE, (_, start: string) => {
    return `data:image/${start === '/9j/' ? 'jpeg' : 'png'};base64,${start}`;
  });
}

function ownAttributes(node: SvgNode, linked: boolean): SvgNode['attributes'] {
  const kept = Object.entries(node.attributes).flatMap(([key, value]) => {
    if (key.includes(':') && !KEPT.has(key)) return [];
    if (key === 'href' || key === 'xlink:href') return linked ? [] : [[key, addressOf(node)]];
    if (!OUTSIDE_URL.test(value)) return [[key, value]];
    if (key !== 'style') return [];
    const inside = declarationsOf(value).filter((one) => !OUTSIDE_URL.test(one.join(':')));
    return [[key, inside.map((one) => one.join(':')).join(';')]];
  });
  return Object.fromEntries(kept) as SvgNode['attributes'];
}

/** What of a choice is shown: the first that asks for nothing special, or all where none is. */
function choiceOf({ children }: SvgNode): readonly SvgNode[] {
  const first = children.find(
    ({ name, attributes }) =>
      !name.includes(':') &&
      !['#text', 'foreignObject', 'title', 'desc'].includes(name) &&
      !attributes['requiredExtensions'],
  );
  return first ? [first] : children;
}

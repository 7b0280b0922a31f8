import { LABELS } from './labels';
import { nameOf } from './names';
import type { SvgNode } from './parse';
import { addressOf, pointsOutside, urlOutside } from './references';
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
/** An embedded picture whose kind is not said, or not rightly, and how PNG and JPEG begin. */
const EMBEDDED = /^\s*data:(?:image\/jpg)?;base64,\s*(iVBORw|\/9j\/)/i;

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
    const address = knownKind(addressOf(node));
    const linked = node.name === 'a';
    if (!linked && pointsOutside(address)) {
      const kind = ['image', 'img'].includes(node.name) ? 'picture' : 'shape';
      leftOut.push({ layer, kind, address });
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
  const children = root.children.flatMap((child) => clean(child, []));
  return { root: { ...root, attributes: ownAttributes(root, false), children }, leftOut };
}

/** Whether something for readers of some languages is for those of English too (SVG 1.1, 5.8.5). */
function isForEnglish(languages: string | undefined): boolean {
  return languages?.split(',').some((language) => /^en\b/i.test(language.trim())) ?? true;
}

/** The address of an embedded picture with the kind that it is. */
function knownKind(address: string): string {
  return address.replace(EMBEDDED, (_, start: string) => {
    return `data:image/${start === '/9j/' ? 'jpeg' : 'png'};base64,${start}`;
  });
}

function ownAttributes({ attributes }: SvgNode, linked: boolean): SvgNode['attributes'] {
  const kept = Object.entries(attributes).flatMap(([key, value]) => {
    if (key.includes(':') && !KEPT.has(key)) return [];
    if (key === 'href' || key === 'xlink:href') return linked ? [] : [[key, knownKind(value)]];
    if (urlOutside(value) === null) return [[key, value]];
    if (key !== 'style') return [];
    const inside = declarationsOf(value).filter(([, own]) => urlOutside(own) === null);
    return [[key, inside.map((one) => one.join(':')).join(';')]];
  });
  return Object.fromEntries(kept) as SvgNode['attributes'];
}

/** What of a choice is shown: the first that asks for nothing special and is in English, or all where none is. */
function choiceOf({ children }: SvgNode): readonly SvgNode[] {
  const first = children.find(
    ({ name, attributes }) =>
      !name.includes(':') &&
      !['#text', 'foreignObject', 'title', 'desc'].includes(name) &&
      !attributes['requiredExtensions'] &&
      isForEnglish(attributes['systemLanguage']),
  );
  return first ? [first] : children;
}

import { lengthOf, type SvgNode } from './parse';

/** Presentation properties that are inherited from group to shape (SVG 1.1, chapter 6). */
const INHERITED = [
  'color',
  'fill',
  'fill-rule',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-miterlimit',
  'stroke-opacity',
  'paint-order',
] as const;

export type Style = Readonly<Record<string, string>>;

/** The declarations of a `style` attribute; a value may hold colons, as addresses do. */
export function declarationsOf(style: string): (readonly [property: string, value: string])[] {
  return style.split(';').flatMap((rule) => {
    const colon = rule.indexOf(':');
    const property = rule.slice(0, Math.max(0, colon)).trim();
    const value = rule.slice(colon + 1).replace(/!\s*important\s*$/i, '');
    return property === '' ? [] : [[property, value.trim()] as const];
  });
}

/** A node's own properties: attributes, with those of its `style` attribute over them. */
export function ownStyle({ attributes }: SvgNode): Style {
  return { ...attributes, ...Object.fromEntries(declarationsOf(attributes['style'] ?? '')) };
}

/** What a node's children see: its own inheritable properties over those of its parent. */
export function inherit(parent: Style, own: Style): Style {
  const passed: Record<string, string> = { ...parent };
  for (const property of INHERITED) {
    const value = own[property];
    if (value !== undefined && value !== 'inherit') passed[property] = value;
  }
  return passed;
}

/** A number or a length in user units, of a percentage its share: 0.5 for 50 %; the fallback where it is neither. */
export function numberOf(text: string | undefined, fallback: number): number {
  const number = text?.trim().endsWith('%') ? parseFloat(text) / 100 : lengthOf(text);
  return Number.isFinite(number) ? number : fallback;
}

/** A share, 0 to 1; all of it where it says nothing that can be read. */
export function shareOf(text: string | undefined): number {
  return Math.min(1, Math.max(0, numberOf(text, 1)));
}

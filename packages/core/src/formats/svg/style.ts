import type { SvgNode } from './parse';

/** Presentation properties that are inherited from group to shape (SVG 1.1, chapter 6). */
const INHERITED = [
  'fill',
  'fill-rule',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-opacity',
] as const;

export type Style = Readonly<Record<string, string>>;

/** A node's own properties: attributes, with those of its `style` attribute over them. */
export function ownStyle({ attributes }: SvgNode): Style {
  const inline = (attributes['style'] ?? '')
    .split(';')
    .map((rule) => rule.split(':').map((side) => side.trim()))
    .filter((sides): sides is [string, string] => sides.length === 2 && sides[0] !== '');
  return { ...attributes, ...Object.fromEntries(inline) };
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

import { LABELS } from './labels';
import type { SvgNode } from './parse';

/** Names that drawing programs give by themselves. */
const MADE_UP =
  /^(g|group|path|rect|circle|ellipse|use|text|tspan|svg|polygon|polyline|line|image|shape|xmlid)?[-_]?\d[\d_-]*$/i;

/** What somebody called an element, in whatever drawing program; null where nobody did. */
export function nameOf({ attributes, children }: SvgNode): string | null {
  const label = LABELS.map((key) => attributes[key]?.trim()).find(Boolean) ?? titleIn(children);
  if (label) return label;
  const id = attributes['id']?.trim();
  if (!id || MADE_UP.test(id)) return null;
  // Programs that write names as ids put codes for what an id can't hold.
  return id
    .replace(/_x([0-9A-F]{2})_/gi, (_, code: string) => String.fromCharCode(parseInt(code, 16)))
    .replace(/_/g, ' ')
    .trim();
}

/** What people read when they point at an element (SVG 1.1, 5.4). */
function titleIn(children: readonly SvgNode[]): string | undefined {
  const title = children.find(({ name }) => name === 'title');
  return title?.children[0]?.attributes['text']?.trim();
}

/** Elements that draw nothing by themselves. */
const UNDRAWN = new Set(
  'defs style title desc metadata symbol clipPath mask pattern marker filter linearGradient radialGradient'.split(
    ' ',
  ),
);

/** Whether an element draws something where it stands. */
export function isDrawn({ name }: SvgNode): boolean {
  return !UNDRAWN.has(name) && !name.includes(':') && name !== '#text';
}

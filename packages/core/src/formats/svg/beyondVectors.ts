import { definitionsOf, type Definitions } from './definitions';
import { isUniform, wholeGradient, type WholeGradient } from './gradient';
import { matrixOf } from './outline';
import { paintReference } from './paint';
import type { SvgNode } from './parse';
import { styleSheets } from './references';
import { ownStyle, shareOf } from './style';

/** What Cruvo's painter draws itself. */
const DRAWN = new Set(
  'g path rect circle ellipse line polyline polygon title desc metadata defs linearGradient radialGradient'.split(
    ' ',
  ),
);
const ELEMENTS: ReadonlyMap<string, string> = new Map([
  ['text', 'text'],
  ['image', 'a picture inside the drawing'],
  ['use', 'clones'],
  ['svg', 'a drawing inside the drawing'],
]);
const PROPERTIES: ReadonlyMap<string, string> = new Map([
  ['clip-path', 'clipping'],
  ['mask', 'a mask'],
  ['filter', 'a filter'],
  ['stroke-dasharray', 'a dashed line'],
  ['marker-start', 'markers'],
  ['marker-mid', 'markers'],
  ['marker-end', 'markers'],
  ['mix-blend-mode', 'blending within a layer'],
]);

/** What of some nodes needs a full SVG renderer, in plain words, each once. */
export function beyondVectors(nodes: readonly SvgNode[], root: SvgNode): string[] {
  const definitions = definitionsOf(root);
  const styled = styleSheets(root).length > 0;
  const found = new Set<string>();
  const visit = (node: SvgNode) => {
    if (node.name === '#text' || node.name.includes(':')) return;
    if (!DRAWN.has(node.name)) found.add(ELEMENTS.get(node.name) ?? `<${node.name}>`);
    const style = ownStyle(node);
    for (const [property, words] of PROPERTIES) {
      if (!['none', 'normal', '', undefined].includes(style[property])) found.add(words);
    }
    if (styled && node.attributes['class']) found.add('style sheets');
    if (shareOf(style['opacity']) < 1 && node.children.length > 1) found.add('a see-through group');
    for (const key of ['fill', 'stroke']) {
      const id = paintReference(style[key]);
      if (id !== undefined && !isOnCanvas(id, key === 'stroke', definitions))
        found.add('a pattern or an unusual gradient');
    }
    node.children.forEach(visit);
  };
  nodes.forEach(visit);
  return [...found];
}

/** Whether a paint is a gradient that a canvas draws as the file means it. */
function isOnCanvas(id: string, along: boolean, definitions: Definitions): boolean {
  const gradient = wholeGradient(definitions.get(id), definitions);
  if (!gradient) return false;
  const { kind, attributes } = gradient;
  if ((attributes['spreadMethod'] ?? 'pad') !== 'pad') return false;
  if (attributes['fr'] !== undefined && parseFloat(attributes['fr']) > 0) return false;
  const onPage = attributes['gradientUnits'] === 'userSpaceOnUse';
  if (onPage && !saysWhere(gradient)) return false;
  // A line can't be painted in units other than its own.
  return (
    !along || kind === 'linear' || (onPage && isUniform(matrixOf(attributes['gradientTransform'])))
  );
}

/** Whether a gradient's place is told in units, not in shares of a page that a layer doesn't know. */
function saysWhere({ kind, attributes }: WholeGradient): boolean {
  const needed = kind === 'linear' ? ['x2'] : ['cx', 'cy', 'r'];
  const all = kind === 'linear' ? ['x1', 'y1', 'x2', 'y2'] : ['cx', 'cy', 'r', 'fx', 'fy'];
  return (
    needed.every((name) => attributes[name] !== undefined) &&
    all.every((name) => !attributes[name]?.includes('%'))
  );
}

import { matrixOf } from './outline';
import { definitionsOf } from './paint';
import type { SvgNode } from './parse';
import { styleSheets } from './references';
import { ownStyle } from './style';

/** What Cruvo's painter draws itself. */
const DRAWN = new Set(
  'g svg path rect circle ellipse line polyline polygon title desc metadata defs linearGradient radialGradient'.split(
    ' ',
  ),
);
const ELEMENTS: ReadonlyMap<string, string> = new Map([
  ['text', 'text'],
  ['image', 'a picture inside the drawing'],
  ['use', 'clones'],
  ['switch', 'alternatives'],
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
    if (Number(style['opacity'] ?? 1) < 1 && node.children.length > 1)
      found.add('a see-through group');
    for (const key of ['fill', 'stroke']) {
      const id = /^url\(\s*['"]?#([^'")]+)/.exec(style[key] ?? '')?.[1];
      if (id !== undefined && !isPlainGradient(definitions.get(id), definitions))
        found.add('a pattern or an uneven gradient');
    }
    node.children.forEach(visit);
  };
  nodes.forEach(visit);
  return [...found];
}

/** Gradients that a canvas draws as the file means them. */
function isPlainGradient(
  node: SvgNode | undefined,
  definitions: ReadonlyMap<string, SvgNode>,
): boolean {
  if (!node || !/^(linear|radial)Gradient$/.test(node.name)) return false;
  const linked = (node.attributes['href'] ?? node.attributes['xlink:href'])?.replace(/^#/, '');
  const base = linked ? definitions.get(linked) : undefined;
  const attributes = { ...base?.attributes, ...node.attributes };
  if ((attributes['spreadMethod'] ?? 'pad') !== 'pad') return false;
  if (node.name === 'linearGradient') return true;
  const centered =
    (attributes['fx'] ?? attributes['cx']) === attributes['cx'] &&
    (attributes['fy'] ?? attributes['cy']) === attributes['cy'];
  const transform = attributes['gradientTransform'];
  return centered && (!transform || isEven(transform));
}

/** Whether a transform stretches all directions alike. */
function isEven(transform: string): boolean {
  const [a, b, c, d] = matrixOf(transform);
  return Math.abs(a - d) < 1e-3 && Math.abs(b + c) < 1e-3;
}

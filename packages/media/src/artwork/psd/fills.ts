import type { Layer, VectorContent } from 'ag-psd';
import { svgText, type SvgNode } from '@cruvo/core/formats';
import { pathBounds } from '@cruvo/core/geometry';
import { cssOf, gradientElement, rgbOf, type Area } from './colors';
import { outlineOf } from './paths';

/** A layer that is a shape or a sheet of paint, as an SVG file. */
export interface FilledShape {
  readonly svg: string;
  /** Its viewBox, in pixels of the page. */
  readonly area: Area;
}

/**
 * What a layer without pixels of its own is filled with; null where it is nothing that SVG can say.
 *
 * @param page in pixels
 */
export function filledShape(
  layer: Layer,
  page: { readonly width: number; readonly height: number },
): FilledShape | null {
  const { vectorFill, vectorStroke, vectorMask } = layer;
  const outline = vectorMask && !vectorMask.disable ? outlineOf(vectorMask, page) : null;
  const whole = { x: 0, y: 0, width: page.width, height: page.height };
  const box = outline ? pathBounds(outline.path) : whole;
  if (!(box.width > 0 && box.height > 0)) return null;
  const inside = { left: box.x, top: box.y, right: box.x + box.width, bottom: box.y + box.height };
  const fill = vectorStroke?.fillEnabled === false ? NO_PAINT : paintOf('fill', vectorFill, inside);
  const strokes = vectorStroke?.strokeEnabled ?? false;
  const stroke = strokes ? paintOf('stroke', vectorStroke!.content, inside) : NO_PAINT;
  if (!fill || !stroke) return null;
  const { lineWidth, lineAlignment, opacity = 1 } = vectorStroke ?? {};
  const width = lineWidth?.value ?? 1;
  const outside = lineAlignment === 'outside';
  const reach = strokes ? width : 0;
  const shape: SvgNode = {
    name: 'path',
    attributes: {
      d: outline?.path ?? `M0 0H${page.width}V${page.height}H0Z`,
      'fill-rule': outline?.rule ?? 'nonzero',
      fill: fill.value,
      ...(strokes
        ? {
            ...{ stroke: stroke.value, 'stroke-opacity': String(opacity) },
            'stroke-width': String(outside ? 2 * width : width),
            ...(outside ? { 'paint-order': 'stroke' } : {}),
          }
        : {}),
    },
    children: [],
  };
  const area = {
    ...{ left: inside.left - reach, top: inside.top - reach },
    ...{ right: inside.right + reach, bottom: inside.bottom + reach },
  };
  const definitions = [...fill.definitions, ...stroke.definitions];
  const svg = svgText({
    name: 'svg',
    attributes: {
      xmlns: 'http://www.w3.org/2000/svg',
      viewBox: [area.left, area.top, area.right - area.left, area.bottom - area.top].join(' '),
    },
    children: [
      ...(definitions.length > 0 ? [{ name: 'defs', attributes: {}, children: definitions }] : []),
      shape,
    ],
  });
  return { svg, area };
}

interface SvgPaint {
  readonly value: string;
  readonly definitions: readonly SvgNode[];
}

const NO_PAINT: SvgPaint = { value: 'none', definitions: [] };

/** @param id of the gradient, where it is one */
function paintOf(id: string, content: VectorContent | undefined, area: Area): SvgPaint | null {
  if (content?.type === 'color') {
    const color = rgbOf(content.color);
    return color && { value: cssOf(color), definitions: [] };
  }
  if (content?.type !== 'solid') return null;
  const gradient = gradientElement(id, content, area);
  return gradient && { value: `url(#${id})`, definitions: [gradient] };
}

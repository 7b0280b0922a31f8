import { isDark, readColor } from '../color';
import { shapesItem, type FrameItem, type Stroke, type VectorShape } from '../frame';
import { IDENTITY, translation, type Box, type Point } from '../geometry';
import type { Typeface } from '../lettering/typeface';
import type { LetteringLook } from '../scene/captionSettings';

/** Ems. */
const EDGE = 0.16;
const BUBBLE_LINE = 0.06;
const TAIL = { half: 0.42, longest: 1.8 } as const;
/** How much of the way from a bubble to a mouth its tail goes at most: the face stays free. */
const TAIL_SHARE = 0.55;

/**
 * One word on the stage; without a ground beneath it, with an edge that sets it off from any picture.
 *
 * @param at where it begins on its baseline, stage units
 * @param em stage units
 */
export function wordItem(
  id: string,
  text: string,
  typeface: Typeface,
  { color, ground }: LetteringLook,
  em: number,
  at: Point,
): FrameItem {
  const { path } = typeface.outline(text, em);
  const letters = filled(path, color);
  const ink = readColor(color);
  const contrast = !ink || isDark(ink) ? '#ffffff' : '#000000';
  const edge: VectorShape = { ...letters, fill: null, stroke: line(contrast, EDGE * em) };
  return shapesItem(id, ground === null ? [edge, letters] : [letters], translation(at.x, at.y));
}

/** What lies beneath a caption. */
export function plateItem(
  id: string,
  box: Box,
  { ground }: LetteringLook,
  em: number,
): FrameItem[] {
  if (ground === null) return [];
  return [shapesItem(id, [filled(roundedBox(box, em / 4), ground)], IDENTITY)];
}

/** A speech bubble with a tail towards who speaks. @param mouth where the tail points; null: no tail */
export function bubbleItem(
  id: string,
  box: Box,
  mouth: Point | null,
  { ground, color }: LetteringLook,
  em: number,
): FrameItem[] {
  if (ground === null) return [];
  const body = roundedBox(box, Math.min(box.width, box.height) / 2.2);
  const outline = body + (mouth ? tailPath(box, mouth, em) : '');
  const fill = filled(outline, ground);
  // The line first: what of it lies inside is covered by the ground of both.
  const edge: VectorShape = { ...fill, fill: null, stroke: line(color, 2 * BUBBLE_LINE * em) };
  return [shapesItem(id, [edge, fill], IDENTITY)];
}

/** A bent wedge from the middle of a bubble towards a mouth; nothing where that lies beneath the bubble. */
function tailPath(box: Box, mouth: Point, em: number): string {
  const { x, y, width, height } = box;
  // From the middle line, not further out than the round corners.
  const reach = Math.max(0, width / 2 - height / 2 - TAIL.half * em);
  const middle = x + width / 2;
  const from = {
    x: Math.max(middle - reach, Math.min(middle + reach, mouth.x)),
    y: y + height / 2,
  };
  const [dx, dy] = [mouth.x - from.x, mouth.y - from.y];
  const length = Math.hypot(dx, dy);
  /** How much of the way lies inside the bubble. */
  const inside = Math.min(
    dx === 0 ? Infinity : (dx > 0 ? x + width - from.x : x - from.x) / dx,
    dy === 0 ? Infinity : height / 2 / Math.abs(dy),
  );
  if (inside >= 1) return '';
  const share = inside + Math.min(TAIL_SHARE * (1 - inside), (TAIL.longest * em) / length);
  const along = (part: number, aside: number) =>
    `${from.x + dx * part - (dy / length) * aside} ${from.y + dy * part + (dx / length) * aside}`;
  const half = TAIL.half * em;
  // The points go round as those of the box do, so that both fill as one.
  return [
    `M${along(0, half)}L${along(0, -half)}`,
    `Q${along(0.7 * share, -half / 2)} ${along(share, 0)}`,
    `Q${along(0.7 * share, half)} ${along(0, half)}Z`,
  ].join('');
}

function roundedBox({ x, y, width, height }: Box, radius: number): string {
  const r = Math.min(radius, width / 2, height / 2);
  const arc = (dx: number, dy: number) => `a${r} ${r} 0 0 1 ${dx} ${dy}`;
  return [
    `M${x + r} ${y}h${width - 2 * r}${arc(r, r)}`,
    `v${height - 2 * r}${arc(-r, r)}`,
    `h${2 * r - width}${arc(-r, -r)}`,
    `v${2 * r - height}${arc(r, -r)}Z`,
  ].join('');
}

const filled = (path: string, fill: string): VectorShape => {
  return { path, fill, fillRule: 'nonzero', stroke: null, opacity: 1 };
};

function line(paint: string, width: number): Stroke {
  return { paint, width, cap: 'round', join: 'round', miterLimit: 4, transform: null };
}

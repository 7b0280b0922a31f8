import {
  grow,
  intersectionOf,
  mappedBox,
  multiply,
  unionOf,
  type Box,
  type Matrix,
  type Point,
} from '../geometry';
import { boundsOfPoints, type BentMesh } from '../mesh';
import type { BlendMode } from './blendMode';
import type { Item } from './anyItem';
import { Digest } from './digest';
import { paintedBounds } from './shapeBounds';
import { movedParticles, type ParticlesItem } from './particlesItem';
import type { VectorShape } from './vectorDrawing';

/** A drawing to be painted. */
export interface DrawingItem extends Item {
  readonly kind: 'vector' | 'raster';
  readonly media: string;
  /** Maps the drawing's own box, 0 to width and 0 to height, onto the stage. */
  readonly matrix: Matrix;
  readonly width: number;
  readonly height: number;
}

/** A drawing that is bent with a mesh. */
export interface BentItem extends Item {
  readonly kind: 'bent';
  readonly drawn: DrawingItem['kind'];
  readonly media: string;
  /** Of the drawing's own box at rest, in units of the mesh. */
  readonly width: number;
  readonly height: number;
  /** Where the corner of that box lies in the mesh. */
  readonly corner: Point;
  readonly bend: BentMesh;
  /** Maps units of the mesh onto the stage. */
  readonly matrix: Matrix;
}

/** Shapes that are made anew for each frame, back to front. */
export interface ShapesItem extends Item {
  readonly kind: 'shapes';
  readonly shapes: readonly VectorShape[];
  /** Maps the shapes' units onto the stage. */
  readonly matrix: Matrix;
}

/** What lies inside a path. */
export interface ClipPath {
  /** SVG path data. */
  readonly path: string;
  /** What the path covers, in its own units. */
  readonly box: Box;
  /** Maps its units onto the stage. */
  readonly matrix: Matrix;
}

/** How items are painted together. */
export interface Compositing {
  readonly opacity: number;
  readonly blend: BlendMode;
  /** Seen only inside a path; null: everywhere. */
  readonly clip: ClipPath | null;
  /** Seen only where these would be seen, as strongly; null: everywhere. */
  readonly mask: readonly FrameItem[] | null;
  /** Whether the items blend with each other alone, not with what lies beneath the group. */
  readonly isolated: boolean;
}

/** Items that are painted as one. */
export interface GroupItem extends Item, Compositing {
  readonly kind: 'group';
  readonly items: readonly FrameItem[];
}

/** One thing to be painted. */
export type FrameItem = DrawingItem | BentItem | ShapesItem | GroupItem | ParticlesItem;

const NOWHERE: Box = { x: 0, y: 0, width: 0, height: 0 };

export function drawingItem(
  id: string,
  { kind, media, width, height }: Pick<DrawingItem, 'kind' | 'media' | 'width' | 'height'>,
  matrix: Matrix,
): DrawingItem {
  const version = new Digest().text(media).number(width).number(height).numbers(matrix).value;
  const bounds = mappedBox(matrix, { x: 0, y: 0, width, height });
  return { kind, id, version, bounds, media, matrix, width, height };
}

/** How far a bent drawing may reach out of its mesh, as a share of what it covers: lines, and what is thin. */
const BENT_OVERHANG = 0.03;

export function bentItem(
  id: string,
  drawing: Pick<BentItem, 'drawn' | 'media' | 'width' | 'height'>,
  corner: Point,
  bend: BentMesh,
  matrix: Matrix,
): BentItem {
  const { drawn, media, width, height } = drawing;
  const digest = new Digest().text(media).number(width).number(height).numbers(matrix);
  digest.number(corner.x).number(corner.y);
  const { points } = bend;
  for (let at = 0; at < points.length; at++) digest.number(points[at]!);
  const box = boundsOfPoints(points);
  const bounds = mappedBox(matrix, grow(box, BENT_OVERHANG * Math.max(box.width, box.height)));
  return {
    ...{ kind: 'bent', id, version: digest.value, bounds },
    ...{ drawn, media, width, height, corner, bend, matrix },
  };
}

export function shapesItem(id: string, shapes: readonly VectorShape[], matrix: Matrix): ShapesItem {
  const version = new Digest().text(JSON.stringify(shapes)).numbers(matrix).value;
  const bounds = mappedBox(matrix, unionOf(shapes.map(paintedBounds)) ?? NOWHERE);
  return { kind: 'shapes', id, version, bounds, shapes, matrix };
}

export function groupItem(
  id: string,
  items: readonly FrameItem[],
  {
    opacity = 1,
    blend = 'normal',
    clip = null,
    mask = null,
    isolated = false,
  }: Partial<Compositing>,
): GroupItem {
  const digest = new Digest().text(blend).number(opacity);
  if (isolated) digest.text('isolated');
  if (clip) digest.text(clip.path).numbers(clip.matrix);
  // Where the mask ends and the items begin is part of the group.
  digest.number(mask ? mask.length : -1);
  for (const { version } of [...(mask ?? []), ...items]) digest.number(version);
  const bounds = [
    boundsOf(items),
    ...(clip ? [mappedBox(clip.matrix, clip.box)] : []),
    ...(mask ? [boundsOf(mask)] : []),
  ];
  return {
    ...{ kind: 'group', id, version: digest.value, bounds: bounds.reduce(intersectionOf) },
    ...{ items, opacity, blend, clip, mask, isolated },
  };
}

/** Items as they are, unless something is to be done to them together. */
export function grouped(
  id: string,
  items: readonly FrameItem[],
  compositing: Partial<Compositing>,
): readonly FrameItem[] {
  const { opacity = 1, blend = 'normal', clip = null, mask = null } = compositing;
  if (items.length === 0 || opacity === 0) return [];
  if (opacity === 1 && blend === 'normal' && !clip && !mask) return items;
  return [groupItem(id, items, { opacity, blend, clip, mask })];
}

/** An item carried elsewhere on the stage, with all that belongs to it. */
export function moved(item: FrameItem, change: Matrix): FrameItem {
  if (item.kind === 'shapes') {
    return shapesItem(item.id, item.shapes, multiply(change, item.matrix));
  }
  if (item.kind === 'bent') {
    return bentItem(item.id, item, item.corner, item.bend, multiply(change, item.matrix));
  }
  if (item.kind === 'particles') return movedParticles(item, change);
  if (item.kind !== 'group') return drawingItem(item.id, item, multiply(change, item.matrix));
  const all = (items: readonly FrameItem[]) => items.map((inner) => moved(inner, change));
  return groupItem(item.id, all(item.items), {
    ...item,
    clip: item.clip && { ...item.clip, matrix: multiply(change, item.clip.matrix) },
    mask: item.mask && all(item.mask),
  });
}

/** Every drawing that items paint, those in groups and masks included. */
export function drawingsIn(items: readonly FrameItem[]): (DrawingItem | BentItem)[] {
  return items.flatMap((item): (DrawingItem | BentItem)[] => {
    if (item.kind === 'shapes' || item.kind === 'particles') return [];
    if (item.kind !== 'group') return [item];
    return drawingsIn([...(item.mask ?? []), ...item.items]);
  });
}

function boundsOf(items: readonly FrameItem[]): Box {
  return unionOf(items.map(({ bounds }) => bounds)) ?? NOWHERE;
}

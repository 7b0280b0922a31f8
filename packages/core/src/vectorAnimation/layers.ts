import {
  bentShapes,
  shapesItem,
  shapesOfParticles,
  toleranceAt,
  type BentItem,
  type BlendMode,
  type FrameItem,
  type ParticlesItem,
} from '../frame';
import type { Paint, Stroke, VectorDrawing, VectorShape } from '../frame';
import {
  IDENTITY,
  meanScale,
  multiply,
  scaling,
  translation,
  type Box,
  type Matrix,
} from '../geometry';

/** A picture that drawings are made of: vectors, or the address of pixels (such as a data: URL). */
export type VectorPicture =
  | { readonly kind: 'vector'; readonly drawing: VectorDrawing }
  | { readonly kind: 'raster'; readonly href: string };

export type VectorPictures = ReadonlyMap<string, VectorPicture>;

/** How a layer is in each frame, by its number; where nothing stands it is not seen. */
export type States<State> = readonly (State | undefined)[];

/** One drawing, carried about. The matrix maps its own box onto the stage. */
export interface DrawingLayer {
  readonly kind: 'drawing';
  readonly media: string;
  readonly width: number;
  readonly height: number;
  readonly states: States<{ readonly matrix: Matrix }>;
}

/** What an outline is painted with; it stays from frame to frame. */
export interface OutlineStyle {
  readonly fill: Paint | null;
  readonly fillRule: VectorShape['fillRule'];
  readonly stroke: Omit<Stroke, 'transform'> | null;
  readonly opacity: number;
}

/** Outlines that change from frame to frame, back to front. The matrix maps their units onto the stage. */
export interface OutlinesLayer {
  readonly kind: 'outlines';
  readonly styles: readonly OutlineStyle[];
  /** SVG path data, one for each style. */
  readonly states: States<{ readonly matrix: Matrix; readonly paths: readonly string[] }>;
}

/** What can only be told as pictures, one after the other. */
export interface PicturesLayer {
  readonly kind: 'pictures';
  readonly states: States<{ readonly item: BentItem; readonly box: Box }>;
}

/** Layers that are seen together. */
export interface GroupLayer {
  readonly kind: 'group';
  readonly blend: BlendMode;
  readonly isolated: boolean;
  readonly layers: readonly AnimatedLayer[];
  /** Seen only where these would be; null: everywhere. */
  readonly mask: readonly AnimatedLayer[] | null;
  readonly states: States<{
    readonly opacity: number;
    /** Of the stage's units; null: everywhere. */
    readonly clip: { readonly path: string; readonly matrix: Matrix } | null;
  }>;
}

export type AnimatedLayer = DrawingLayer | OutlinesLayer | PicturesLayer | GroupLayer;

/** How far outlines may be away from their curves: twice as much as in films, since each is written out. */
const COARSENESS = 2;

/** Gathers frames that follow each other as layers that change. */
export class LayerRecorder {
  private readonly list = new LayerList();
  private count = 0;

  constructor(private readonly pictures: VectorPictures) {}

  /** Adds the next frame. @param items back to front */
  add(items: readonly FrameItem[]): void {
    this.list.add(this.count++, items, this.pictures);
  }

  /** The layers, back to front. */
  get layers(): readonly AnimatedLayer[] {
    return this.list.layers;
  }
}

type Recording = Recorded<AnimatedLayer> & {
  readonly key: string;
  readonly inside?: LayerList;
  readonly masking?: LayerList | null;
};
type Recorded<Layer> = Layer extends AnimatedLayer
  ? Omit<Layer, 'states' | 'layers' | 'mask'> & { readonly states: Layer['states'][number][] }
  : never;

/** Layers of one level, in an order in which each frame's items come too. */
class LayerList {
  private readonly recordings: Recording[] = [];

  add(frame: number, items: readonly FrameItem[], pictures: VectorPictures): void {
    let last = -1;
    for (const one of items) {
      const item = one.kind === 'particles' ? asShapes(one) : one;
      last = this.place(item, last, pictures);
      record(this.recordings[last]!, frame, item, pictures);
    }
  }

  get layers(): readonly AnimatedLayer[] {
    return this.recordings.map(({ key: _, inside, masking, ...layer }): AnimatedLayer => {
      if (layer.kind !== 'group') return layer;
      return { ...layer, layers: inside!.layers, mask: masking ? masking.layers : null };
    });
  }

  /** The layer of an item, above another one; a new one where there is none, also where the order has changed. */
  private place(item: LayerItem, below: number, pictures: VectorPictures): number {
    const key = keyOf(item, pictures);
    const found = this.recordings.findIndex((one, at) => at > below && one.key === key);
    if (found >= 0) return found;
    this.recordings.splice(below + 1, 0, newRecording(item, key, pictures));
    return below + 1;
  }
}

type LayerItem = Exclude<FrameItem, ParticlesItem>;

/** Particles as shapes: one for all of one colour. */
function asShapes(item: ParticlesItem): LayerItem {
  return shapesItem(item.id, shapesOfParticles(item), IDENTITY);
}

/** The same for all that can be one layer. */
function keyOf(item: LayerItem, pictures: VectorPictures): string {
  if (item.kind === 'group')
    return `${item.id} group ${item.blend} ${item.mask ? 'masked' : ''} ${item.isolated}`;
  if (item.kind === 'shapes') {
    const styles = item.shapes.map((shape) => styleOf(shape));
    return `${item.id} shapes ${JSON.stringify(styles)}`;
  }
  if (item.kind === 'bent') return `${item.id} bent ${item.media}`;
  return `${item.id} ${item.media} ${pictures.get(item.media)?.kind}`;
}

function newRecording(item: LayerItem, key: string, pictures: VectorPictures): Recording {
  if (item.kind === 'group') {
    const masking = item.mask ? new LayerList() : null;
    return {
      ...{ key, kind: 'group', blend: item.blend, isolated: item.isolated, states: [] },
      ...{ inside: new LayerList(), masking },
    };
  }
  if (item.kind === 'shapes') {
    return { key, kind: 'outlines', styles: item.shapes.map(styleOf), states: [] };
  }
  if (item.kind === 'bent') {
    const picture = pictures.get(item.media);
    if (picture?.kind !== 'vector') return { key, kind: 'pictures', states: [] };
    return { key, kind: 'outlines', styles: picture.drawing.shapes.map(styleOf), states: [] };
  }
  const { media, width, height } = item;
  return { key, kind: 'drawing', media, width, height, states: [] };
}

function record(into: Recording, frame: number, item: LayerItem, pictures: VectorPictures): void {
  if (into.kind === 'group' && item.kind === 'group') {
    into.states[frame] = { opacity: item.opacity, clip: item.clip };
    into.inside!.add(frame, item.items, pictures);
    if (item.mask) into.masking!.add(frame, item.mask, pictures);
  } else if (into.kind === 'outlines' && item.kind === 'shapes') {
    into.states[frame] = { matrix: item.matrix, paths: item.shapes.map(({ path }) => path) };
  } else if (into.kind === 'outlines' && item.kind === 'bent') {
    const picture = pictures.get(item.media);
    if (picture?.kind === 'vector') into.states[frame] = bentState(item, picture.drawing);
  } else if (into.kind === 'pictures' && item.kind === 'bent') {
    into.states[frame] = { item, box: item.bounds };
  } else if (into.kind === 'drawing' && 'matrix' in item) {
    into.states[frame] = { matrix: item.matrix };
  }
}

function bentState(item: BentItem, drawing: VectorDrawing) {
  const { bend, corner, width } = item;
  const toMesh = multiply(translation(corner.x, corner.y), boxOf(drawing, width));
  const matrix = multiply(item.matrix, toMesh);
  const tolerance = COARSENESS * toleranceAt(meanScale(matrix));
  const paths = bentShapes(drawing, bend, toMesh, tolerance).map(({ outline }) =>
    outline.map(({ points, closed }) => lineOf(points, closed)).join(''),
  );
  return { matrix, paths };
}

/** Maps a vector drawing's own units to those of a box that it fills. @param width of the box */
export function boxOf({ viewBox }: VectorDrawing, width: number): Matrix {
  return multiply(scaling(width / viewBox.width), translation(-viewBox.x, -viewBox.y));
}

function lineOf(points: Float64Array, closed: boolean): string {
  const parts: string[] = [];
  for (let at = 0; at + 1 < points.length; at += 2) {
    parts.push(`${at === 0 ? 'M' : 'L'}${short(points[at]!)} ${short(points[at + 1]!)}`);
  }
  return `${parts.join('')}${closed ? 'Z' : ''}`;
}

const short = (value: number) => String(Math.round(100 * value) / 100);

function styleOf({ fill, fillRule, stroke, opacity }: VectorShape): OutlineStyle {
  if (!stroke) return { fill, fillRule, opacity, stroke: null };
  const { transform, ...line } = stroke;
  const scale = transform ? meanScale(transform.matrix) : 1;
  return { fill, fillRule, opacity, stroke: { ...line, width: line.width * scale } };
}

/** The frames at which a layer changes, with how it is from then on. */
export function changesOf<State>(
  states: States<State>,
  count: number,
  same: (one: State, other: State) => boolean,
): readonly { readonly frame: number; readonly state: State | undefined }[] {
  const changes: { frame: number; state: State | undefined }[] = [];
  for (let frame = 0; frame < count; frame++) {
    const state = states[frame];
    const last = changes.at(-1);
    const known = last?.state;
    const stays =
      last !== undefined &&
      (known === state || (known !== undefined && state !== undefined && same(known, state)));
    if (!stays) changes.push({ frame, state });
  }
  return changes;
}

import { array, number, object, string, type Schema } from 'yup';
import type { Artwork } from '../character/artwork';
import { drawingSchema, type Drawing } from '../character/drawing';
import { partsOfArtwork } from '../character/fromArtwork';
import { partSchema, type Part } from '../character/part';
import { itemsOf } from '../character/posed';
import { treeProblem } from '../character/tree';
import type { FrameItem } from '../frame';
import { multiply, scaling, translation, type Matrix } from '../geometry';
import { AT_REST, type Pose } from '../pose';
import { inOrder, NAMES_AS_IDS, recordsSchema, type Records } from '../records';

/** How a backdrop fills a stage: all of the stage, all of the backdrop, or placed by hand. */
export const BACKDROP_FITS = ['fill', 'fit', 'placed'] as const;
export type BackdropFit = (typeof BACKDROP_FITS)[number];

/** A layered drawing behind the cast; some of its layers may stand in front. */
export interface Backdrop {
  /** What its file was called, without the ending. */
  readonly name: string;
  /** Size of the artwork, in its own units. */
  readonly width: number;
  readonly height: number;
  readonly drawings: Records<Drawing>;
  readonly parts: Records<Part>;
  /** Ids of the parts at the top that stand in front of the cast. */
  readonly front: readonly string[];
  readonly fit: BackdropFit;
  /** Where its middle stands when it is placed by hand, in stage units, and stage units for one of its own. */
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

/** What the ids of the items of a backdrop begin with. */
export const BACKDROP_ITEMS = 'backdrop/';

/** The most parts of a backdrop. */
const MOST_PARTS = 2000;

export const backdropSchema = object({
  name: string().required().max(300),
  width: number().required().positive(),
  height: number().required().positive(),
  drawings: recordsSchema(drawingSchema, 'drawing', NAMES_AS_IDS),
  parts: recordsSchema(partSchema, 'part', NAMES_AS_IDS),
  front: array(string().required()).required().max(MOST_PARTS),
  fit: string<BackdropFit>().required().oneOf(BACKDROP_FITS),
  x: number().required(),
  y: number().required(),
  scale: number().required().positive(),
}).test('parts', function (value) {
  const problem = partsProblem(value as unknown as Backdrop);
  return problem === null || this.createError({ message: problem });
}) as unknown as Schema<Backdrop>;

function partsProblem({ parts, drawings }: Backdrop): string | null {
  const list = inOrder(parts);
  if (list.length > MOST_PARTS) return `a backdrop has ${MOST_PARTS} layers at most`;
  const shown = list.flatMap(({ drawing }) => drawing ?? []);
  if (!shown.every((key) => Object.hasOwn(drawings, key))) {
    return 'the backdrop names a drawing that it does not have';
  }
  return treeProblem(list);
}

/** Artwork as a backdrop that fills the stage, all of it behind the cast. */
export function backdropOf(name: string, artwork: Artwork, stage: StageSize): Backdrop {
  const { width, height } = artwork;
  const middle = { x: stage.width / 2, y: stage.height / 2 };
  const scale = Math.max(stage.width / width, stage.height / height);
  return {
    ...{ name, width, height, ...partsOfArtwork(artwork) },
    ...{ front: [], fit: 'fill', ...middle, scale },
  };
}

interface StageSize {
  readonly width: number;
  readonly height: number;
}

/** The map from the artwork of a backdrop onto a stage. */
export function backdropPlace(backdrop: Backdrop, stage: StageSize): Matrix {
  const { width, height, fit } = backdrop;
  const [across, down] = [stage.width / width, stage.height / height];
  const placed = fit === 'placed';
  const scale = placed
    ? backdrop.scale
    : fit === 'fill'
      ? Math.max(across, down)
      : Math.min(across, down);
  const { x, y } = placed ? backdrop : { x: stage.width / 2, y: stage.height / 2 };
  return multiply(
    translation(x, y),
    multiply(scaling(scale), translation(-width / 2, -height / 2)),
  );
}

/** The parts at the top of a backdrop, back to front. */
export function backdropLayers({ parts }: Pick<Backdrop, 'parts'>): readonly Part[] {
  return inOrder(parts).filter(({ parent }) => parent === null);
}

/**
 * What a backdrop paints behind the cast and in front of it, back to front. A part that is clipped goes where the one
 * it is clipped by goes.
 *
 * @param pose how its parts are moved
 */
export function backdropItems(
  backdrop: Backdrop,
  stage: StageSize,
  pose: Pose = AT_REST,
): { readonly behind: readonly FrameItem[]; readonly inFront: readonly FrameItem[] } {
  const front = new Set(backdrop.front);
  const sides = { behind: new Set<string>(), inFront: new Set<string>() };
  let side: keyof typeof sides = 'behind';
  for (const { id, clipped } of backdropLayers(backdrop)) {
    if (!clipped) side = front.has(id) ? 'inFront' : 'behind';
    sides[side].add(id);
  }
  const place = backdropPlace(backdrop, stage);
  const paint = (side: keyof typeof sides) =>
    itemsOf(withOnly(backdrop, sides[side]), place, pose, BACKDROP_ITEMS);
  return { behind: paint('behind'), inFront: sides.inFront.size > 0 ? paint('inFront') : [] };
}

/** What is painted where only some of the parts at the top are there. */
function withOnly({ parts, drawings }: Backdrop, kept: ReadonlySet<string>) {
  const some = Object.entries(parts).filter(([id, { parent }]) => parent !== null || kept.has(id));
  return { drawings, parts: Object.fromEntries(some) };
}

import { array, boolean, lazy, number, object, string, type Schema } from 'yup';
import { BLEND_MODES, type BlendMode } from '../frame';
import { drawingSchema, type Drawing } from './drawing';

/** A layer or a group of layers as it came in, its picture stored. */
export interface ArtworkLayer {
  readonly name: string;
  readonly hidden: boolean;
  readonly opacity: number;
  readonly blend: BlendMode;
  readonly clipped: boolean;
  /** Whether what it holds blends with each other alone, not with what lies beneath it. */
  readonly isolated: boolean;
  /** It, and all that it holds, is seen only where this would be; null: everywhere. */
  readonly mask: Drawing | null;
  /** Null for a group, and for a layer with nothing on it. */
  readonly drawing: Drawing | null;
  /** What a group holds, back to front. */
  readonly layers: readonly ArtworkLayer[];
}

/** Something in the file that can't be shown as it was. */
export interface ArtworkNote {
  /** Names from the outermost group to the layer. */
  readonly layer: readonly string[];
  /** What is different, and what to do about it. */
  readonly sentence: string;
}

/** A layered drawing as it came in. */
export interface Artwork {
  /** Size of the page, in units of the artwork. */
  readonly width: number;
  readonly height: number;
  /** Back to front. */
  readonly layers: readonly ArtworkLayer[];
  readonly notes: readonly ArtworkNote[];
  /** How the file looks as a whole by itself, to compare with; null where it doesn't say. */
  readonly flat: Drawing | null;
}

/** Every drawing in the layers of artwork, masks included. */
export function drawingsOfArtwork({ layers }: Pick<Artwork, 'layers'>): Drawing[] {
  return layers.flatMap((layer) => [
    ...[layer.drawing, layer.mask].flatMap((drawing) => drawing ?? []),
    ...drawingsOfArtwork(layer),
  ]);
}

/** The look of a layer without anything special about it. */
export const PLAIN_LOOK = {
  hidden: false,
  opacity: 1,
  blend: 'normal',
  clipped: false,
  isolated: false,
  mask: null,
} as const;

/** A layer without anything special about it. */
export function plainLayer(name: string, drawing: Drawing | null): ArtworkLayer {
  return { ...PLAIN_LOOK, name, drawing, layers: [] };
}

/** Artwork in which one picture of the whole page is all there is. */
export function asOnePicture(whole: Drawing): Artwork {
  const { width, height } = whole;
  return { width, height, layers: [plainLayer('picture', whole)], notes: [], flat: null };
}

const drawingOrNone = lazy((value: unknown) =>
  value === null ? object().nullable() : drawingSchema,
);

const layerSchema: Schema<ArtworkLayer> = object({
  name: string().defined(),
  hidden: boolean().required(),
  opacity: number().required().min(0).max(1),
  blend: string<BlendMode>().required().oneOf(BLEND_MODES),
  clipped: boolean().required(),
  isolated: boolean().required(),
  mask: drawingOrNone,
  drawing: drawingOrNone,
  layers: lazy(() => array(layerSchema).required()),
}) as unknown as Schema<ArtworkLayer>;

/** Checks artwork that another process took apart. */
export const artworkSchema: Schema<Artwork> = object({
  width: number().required().positive(),
  height: number().required().positive(),
  layers: array(layerSchema).required(),
  notes: array(
    object({ layer: array(string().defined()).required(), sentence: string().required() }),
  ).required(),
  flat: drawingOrNone,
}) as unknown as Schema<Artwork>;

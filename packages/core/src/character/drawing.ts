import { number, object, string, type Schema } from 'yup';

/** One picture that a part can show, at its place in the character's artwork. */
export interface Drawing {
  readonly kind: 'vector' | 'raster';
  /** Content hash of the picture as Cruvo works with it. */
  readonly media: string;
  /** Content hash of the file as it was brought in, where that differs. */
  readonly original?: string | undefined;
  /** Left edge, top edge, width and height in units of the artwork. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A drawing as large as `size` by itself, placed in the units of the artwork by how the whole lies there. */
export function placedWithin(
  drawing: Drawing,
  whole: Pick<Drawing, 'x' | 'y' | 'width' | 'height'>,
  size: { readonly width: number; readonly height: number },
): Drawing {
  const [right, down] = [whole.width / size.width, whole.height / size.height];
  return {
    ...drawing,
    x: whole.x + drawing.x * right,
    y: whole.y + drawing.y * down,
    width: drawing.width * right,
    height: drawing.height * down,
  };
}

/** SHA-256 of the bytes, in lower-case hexadecimal. */
export const hashSchema = () =>
  string()
    .required()
    .matches(/^[0-9a-f]{64}$/, 'must be a SHA-256 in hexadecimal');

export const drawingSchema: Schema<Drawing> = object({
  kind: string<Drawing['kind']>().required().oneOf(['vector', 'raster']),
  media: hashSchema(),
  original: hashSchema().optional(),
  x: number().required(),
  y: number().required(),
  width: number().required().positive(),
  height: number().required().positive(),
});

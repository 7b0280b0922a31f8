import { number, object, type Schema } from 'yup';
import { targetOf } from '../mouth/articulation';
import { OPEN_VOWEL, SILENCE } from '../speech/visemes';
import { CHARACTER_VERSION, NO_BODY, type Character } from './character';
import { hashSchema } from './drawing';
import { NO_EYES } from './eyes';
import { inTable } from '../records';
import { plainPart, type Part } from './part';

/** A picture that has been brought in: its working copy and its size in pixels. */
export interface Picture {
  readonly media: string;
  readonly original?: string | undefined;
  readonly width: number;
  readonly height: number;
}

export const pictureSchema: Schema<Picture> = object({
  media: hashSchema(),
  original: hashSchema().optional(),
  width: number().required().integer().positive(),
  height: number().required().integer().positive(),
});

/**
 * A character from two whole pictures, mouth closed and mouth open. Pictures of different size are
 * both shown at the size of the closed one, fitted and centred in it.
 */
export function characterFromTwoDrawings(name: string, closed: Picture, open: Picture): Character {
  const { width, height } = closed;
  const place = (picture: Picture) => {
    const factor = Math.min(width / picture.width, height / picture.height);
    const placed = { width: picture.width * factor, height: picture.height * factor };
    return {
      kind: 'raster' as const,
      media: picture.media,
      ...(picture.original ? { original: picture.original } : {}),
      x: (width - placed.width) / 2,
      y: (height - placed.height) / 2,
      ...placed,
    };
  };
  return {
    schemaVersion: CHARACTER_VERSION,
    name,
    width,
    height,
    drawings: { closed: place(closed), open: place(open) },
    parts: inTable<Part>([
      plainPart({ id: 'picture', name: 'Picture', shows: 'closed' }),
      plainPart({ id: 'closed', name: 'Closed', parent: 'picture', drawing: 'closed' }),
      plainPart({ id: 'open', name: 'Open', parent: 'picture', drawing: 'open' }),
    ]),
    mouth: {
      kind: 'two',
      part: 'picture',
      chart: {
        rest: 'closed',
        drawings: [
          { drawing: 'closed', label: 'Closed', articulation: targetOf(SILENCE), mood: null },
          { drawing: 'open', label: 'Open', articulation: targetOf(OPEN_VOWEL), mood: null },
        ],
      },
      followers: [],
    },
    eyes: NO_EYES,
    ...NO_BODY,
  };
}

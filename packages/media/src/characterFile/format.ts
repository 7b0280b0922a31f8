import { number, object, string } from 'yup';

/** The version of character files that is written; older ones are read as well. */
export const CHARACTER_FILE_VERSION = 1;

/** The file in the archive that says what the character is. */
export const CHARACTER_ENTRY = 'character.json';

export const PICTURES_FOLDER = 'pictures/';

/** Where a picture lies in the archive, by its content hash. */
export function pictureEntry(media: string, kind: 'vector' | 'raster'): string {
  return `${PICTURES_FOLDER}${media}.${kind === 'vector' ? 'svg' : 'png'}`;
}

/** What stands around the character itself, which is checked as every other document is. */
export const envelopeSchema = object({
  format: string().required().oneOf(['cruvo character']),
  version: number().required().integer().min(1),
  character: object().required().unknown(),
});

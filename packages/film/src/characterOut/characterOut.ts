import type { Character } from '@cruvo/core/character';
import { fileName } from '@cruvo/core/delivery';
import { characterFile, characterOra, characterSvg } from '@cruvo/media/characterFile';
import { portraitOf } from './portrait';

/** The longer side of the picture in a character's file, pixels. */
const PREVIEW_SIDE = 800;
/** Pixels of a page's longer side when vectors are written as pixels. */
const PAINTED_SIDE = 2400;
/** Pixels of the longer side of any page that is written. */
const LONGEST_SIDE = 8192;

/** All of a character as one file, or its drawings in layers. */
export const CHARACTER_FORMS = ['file', 'svg', 'ora'] as const;
export type CharacterForm = (typeof CHARACTER_FORMS)[number];

/** A character as it leaves. */
export interface CharacterOut {
  readonly name: string;
  /** Content type. */
  readonly type: string;
  readonly bytes: Uint8Array;
}

/** What the file of a character is called. */
export function characterFileName({ name }: Pick<Character, 'name'>, form: CharacterForm): string {
  return `${fileName(name, 'character')}.${form === 'file' ? 'character.zip' : form}`;
}

/** @param read gives the bytes of a content hash */
export async function characterOut(
  character: Character,
  form: CharacterForm,
  read: (hash: string) => Promise<Buffer>,
): Promise<CharacterOut> {
  const name = characterFileName(character, form);
  if (form === 'svg') {
    const svg = await characterSvg(character, read);
    return { name, type: 'image/svg+xml', bytes: Buffer.from(svg) };
  }
  if (form === 'ora') {
    const scale = pixelsPerUnit(character);
    const merged = await portraitOf(character, scale, 'drawn', read);
    const bytes = await characterOra(character, scale, merged, read);
    return { name, type: 'image/openraster', bytes };
  }
  const scale = PREVIEW_SIDE / Math.max(character.width, character.height);
  const preview = await portraitOf(character, scale, 'at rest', read);
  const bytes = await characterFile(character, preview, read);
  return { name, type: 'application/zip', bytes };
}

/** Artwork of pixels keeps them one for one, vectors are painted finely; neither larger than a computer can paint. */
export function pixelsPerUnit({ drawings, width, height }: Character): number {
  const vectors = Object.values(drawings).some(({ kind }) => kind === 'vector');
  const side = Math.max(width, height);
  return Math.min(vectors ? Math.max(1, PAINTED_SIDE / side) : 1, LONGEST_SIDE / side);
}

import { strFromU8, unzipSync } from 'fflate';
import type { Character } from '@cruvo/core/character';
import { readDocument } from '@cruvo/core/document';
import { readVectorDrawing } from '@cruvo/core/formats';
import { Problem } from '@cruvo/core/problem';
import type { BrowserImages } from '@cruvo/painter/browser';
import type { Picture } from '@cruvo/painter/paint';

/** A character with its pictures, ready to be painted. */
export interface OpenedCharacter {
  readonly character: Character;
  readonly images: BrowserImages;
}

/** Fetches a file. @throws Problem where it can't be had */
export async function fetched(address: string, what: string): Promise<Response> {
  const response = await fetch(address).catch(() => null);
  if (response?.ok) return response;
  throw new Problem('not-found', `The ${what} at “${address}” can’t be fetched.`);
}

/**
 * Opens a character that was saved as a file.
 *
 * @param file its address, or its bytes
 * @throws Problem where it can't be had, or is something else
 */
export async function openCharacter(file: string | ArrayBuffer): Promise<OpenedCharacter> {
  const bytes =
    typeof file === 'string' ? await (await fetched(file, 'character')).arrayBuffer() : file;
  const entries = unpacked(new Uint8Array(bytes));
  const said = entries['character.json'];
  if (!said) throw notOne();
  const { character: body } = parsed(said) as { character?: unknown };
  const character = readDocument('character', body);
  const images = new Map<string, Picture<ImageBitmap>>();
  for (const { media, kind } of Object.values(character.drawings)) {
    if (images.has(media)) continue;
    const picture = entries[`pictures/${media}.${kind === 'vector' ? 'svg' : 'png'}`];
    if (!picture) throw notOne();
    images.set(
      media,
      kind === 'vector'
        ? { kind, drawing: readVectorDrawing(strFromU8(picture)) }
        : { kind, image: await createImageBitmap(new Blob([picture as Uint8Array<ArrayBuffer>])) },
    );
  }
  return { character, images };
}

function unpacked(bytes: Uint8Array): Readonly<Record<string, Uint8Array>> {
  try {
    return unzipSync(bytes);
  } catch {
    throw notOne();
  }
}

function parsed(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(strFromU8(bytes));
  } catch {
    throw notOne();
  }
}

const notOne = () =>
  new Problem('bad-input', 'This is no character that was saved as a file, or it is damaged.');

import { Router, type Response } from 'express';
import type { Character } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import { characterFile, characterOra, characterSvg } from '@cruvo/media/characterFile';
import { isKind, type DocumentStore } from '../documents/store';
import { idFrom } from '../http/routes';
import type { MediaStore } from '../media/store';
import { portraitOf } from './portrait';

/** The longer side of the picture in a character's file, pixels. */
const PREVIEW_SIDE = 800;
/** Pixels of a page's longer side when vectors are written as pixels. */
const PAINTED_SIDE = 2400;

/** A character out: its drawings as layered SVG or OpenRaster, or all of it as one file. */
export function characterRoutes(documents: DocumentStore, media: MediaStore): Router {
  const router = Router();
  const read = (hash: string) => media.readAll(hash);
  const characterOf = async (id: unknown): Promise<Character> => {
    const document = await documents.read(idFrom(id));
    if (!isKind(document, 'character')) {
      throw new Problem('not-found', 'This is not a character.');
    }
    return document.body;
  };

  router.get('/characters/:id/drawings.svg', async (request, response) => {
    const character = await characterOf(request.params.id);
    const svg = await characterSvg(character, read);
    sendFile(response, `${character.name}.svg`, 'image/svg+xml', Buffer.from(svg));
  });

  router.get('/characters/:id/drawings.ora', async (request, response) => {
    const character = await characterOf(request.params.id);
    const scale = pixelsPerUnit(character);
    const merged = await portraitOf(character, scale, 'drawn', read);
    const ora = await characterOra(character, scale, merged, read);
    sendFile(response, `${character.name}.ora`, 'image/openraster', Buffer.from(ora));
  });

  router.get('/characters/:id/file', async (request, response) => {
    const character = await characterOf(request.params.id);
    const scale = PREVIEW_SIDE / Math.max(character.width, character.height);
    const preview = await portraitOf(character, scale, 'at rest', read);
    const file = await characterFile(character, preview, read);
    sendFile(response, `${character.name}.character.zip`, 'application/zip', Buffer.from(file));
  });

  return router;
}

/** Artwork of pixels keeps them one for one; vectors are painted finely. */
function pixelsPerUnit({ drawings, width, height }: Character): number {
  const vectors = Object.values(drawings).some(({ kind }) => kind === 'vector');
  return vectors ? Math.max(1, PAINTED_SIDE / Math.max(width, height)) : 1;
}

function sendFile(response: Response, name: string, type: string, bytes: Buffer): void {
  response
    .setHeader('Cache-Control', 'no-store')
    .attachment(name.replace(/[/\\]/g, '-'))
    .type(type)
    .send(bytes);
}

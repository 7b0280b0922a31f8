import { Router } from 'express';
import { Problem } from '@cruvo/core/problem';
import { characterOut, type CharacterForm } from '@cruvo/film/characterOut';
import { isKind, type DocumentStore } from '../documents/store';
import { idFrom } from '../http/routes';
import type { MediaStore } from '../media/store';

const PATHS: readonly (readonly [path: string, form: CharacterForm])[] = [
  ['drawings.svg', 'svg'],
  ['drawings.ora', 'ora'],
  ['file', 'file'],
];

/** A character out: its drawings as layered SVG or OpenRaster, or all of it as one file. */
export function characterRoutes(documents: DocumentStore, media: MediaStore): Router {
  const router = Router();
  for (const [path, form] of PATHS) {
    router.get(`/characters/:id/${path}`, async (request, response) => {
      const document = await documents.read(idFrom(request.params.id));
      if (!isKind(document, 'character')) {
        throw new Problem('not-found', 'This is not a character.');
      }
      const { name, type, bytes } = await characterOut(document.body, form, (hash) =>
        media.readAll(hash),
      );
      response
        .setHeader('Cache-Control', 'no-store')
        .attachment(name)
        .type(type)
        .send(Buffer.from(bytes));
    });
  }
  return router;
}

import { Router } from 'express';
import type { Opened } from '@cruvo/media/sandbox';
import { gone } from '../http/gone';
import { answerInLines, LINES } from '../http/inLines';
import { fileNameFrom } from '../http/routes';
import type { MediaIntake } from './intake';

const UPLOADS: readonly { readonly path: string; readonly kind: keyof Opened }[] = [
  { path: '/media/voices', kind: 'voice' },
  { path: '/media/pictures', kind: 'picture' },
  { path: '/artwork', kind: 'artwork' },
];

/**
 * Files in: the body is one file. Voices and pictures are answered with what became of them. Artwork, and the others
 * where lines of JSON are accepted (application/x-ndjson), are answered line by line, the last one `{voice}`, `{picture}`,
 * `{artwork}` or `{character}`.
 */
export function uploadRoutes(intake: MediaIntake): Router {
  const router = Router();
  for (const { path, kind } of UPLOADS) {
    router.post(path, async (request, response) => {
      const inLines = kind === 'artwork' || request.header('Accept') === LINES;
      const name = fileNameFrom(request);
      if (inLines) {
        await answerInLines(response, async (options) => {
          const opened = await intake.take(kind, name, request, options);
          return kind === 'artwork' ? opened : { [kind]: opened };
        });
      } else {
        const { signal } = gone(response);
        response.status(201).json(await intake.take(kind, name, request, { signal }));
      }
    });
  }
  return router;
}

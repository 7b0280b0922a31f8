import { Router, type Request, type Response } from 'express';
import { Problem } from '@cruvo/core/problem';
import type { Opened } from '@cruvo/media/sandbox';
import { gone } from '../http/gone';
import { fileNameFrom } from '../http/routes';
import type { MediaIntake } from './intake';

/** Progress is told at most so often. */
const REPORT_EVERY_MS = 100;
const LINES = 'application/x-ndjson';

const UPLOADS: readonly { readonly path: string; readonly kind: keyof Opened }[] = [
  { path: '/media/voices', kind: 'voice' },
  { path: '/media/pictures', kind: 'picture' },
  { path: '/artwork', kind: 'artwork' },
];

/**
 * Files in: the body is one file. Voices and pictures are answered with what became of them. Artwork, and the others
 * where lines of JSON are accepted (application/x-ndjson), are answered line by line: `{place}` while other files are
 * opened first, `{progress}`, then `{voice}`, `{picture}`, `{artwork}` or `{character}`, or `{problem: {code, detail}}`.
 * Hanging up cancels.
 */
export function uploadRoutes(intake: MediaIntake): Router {
  const router = Router();
  for (const { path, kind } of UPLOADS) {
    router.post(path, async (request, response) => {
      const inLines = kind === 'artwork' || request.header('Accept') === LINES;
      if (inLines) await answerInLines(intake, kind, request, response);
      else {
        const { signal } = gone(response);
        const opened = await intake.take(kind, fileNameFrom(request), request, { signal });
        response.status(201).json(opened);
      }
    });
  }
  return router;
}

async function answerInLines(
  intake: MediaIntake,
  kind: keyof Opened,
  request: Request,
  response: Response,
): Promise<void> {
  const name = fileNameFrom(request);
  const { signal } = gone(response);
  response.setHeader('Content-Type', LINES).setHeader('Cache-Control', 'no-store');
  const say = (line: object) => void response.write(`${JSON.stringify(line)}\n`);
  let told = 0;
  const onProgress = (progress: number) => {
    if (Date.now() - told < REPORT_EVERY_MS) return;
    told = Date.now();
    say({ progress });
  };
  try {
    const options = { signal, onProgress, onPlace: (place: number) => say({ place }) };
    const opened = await intake.take(kind, name, request, options);
    say(kind === 'artwork' ? opened : { [kind]: opened });
  } catch (error) {
    if (signal.aborted) return;
    // What is busy is tried again, which the status tells.
    if (!(error instanceof Problem) || (error.code === 'busy' && !response.headersSent)) {
      throw error;
    }
    say({ problem: { code: error.code, detail: error.message } });
  }
  response.end();
}

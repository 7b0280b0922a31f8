import { Router } from 'express';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { fileNameFrom } from '../http/routes';
import type { MediaIntake } from '../media/intake';

/** Progress is told at most so often. */
const REPORT_EVERY_MS = 100;

/**
 * Artwork or a saved character in: the body is one file. The answer comes line by line as JSON: `{progress}` while it is read, then
 * `{artwork}`, `{character}` for one that was saved as a file, or `{problem: {code, detail}}`. Hanging up cancels.
 */
export function artworkRoutes(intake: MediaIntake): Router {
  const router = Router();
  router.post('/artwork', async (request, response) => {
    const name = fileNameFrom(request);
    let gone = false;
    response.on('close', () => void (gone = true));
    response
      .setHeader('Content-Type', 'application/x-ndjson')
      .setHeader('Cache-Control', 'no-store');
    const say = (line: object) => void response.write(`${JSON.stringify(line)}\n`);
    let told = 0;
    try {
      const brought = await intake.takeArtwork(name, request, (share) => {
        if (gone) throw new Problem('cancelled', 'Cancelled.');
        if (Date.now() - told < REPORT_EVERY_MS) return;
        told = Date.now();
        say({ progress: share });
      });
      say(brought);
    } catch (error) {
      if (gone) return;
      if (!(error instanceof Problem)) throw error;
      say({ problem: { code: error.code, detail: sentenceOf(error) } });
    }
    response.end();
  });
  return router;
}

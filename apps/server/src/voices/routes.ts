import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { Router } from 'express';
import { object, string } from 'yup';
import { scratchSchema, type Voice } from '@cruvo/core/scene';
import { languageSchema } from '@cruvo/core/speech';
import { inTempFolder } from '@cruvo/media/tools';
import { speakScratch } from '@cruvo/media/voice';
import type { MediaIntake } from '../media/intake';

/** The longest text that a synthetic voice says at once, characters: about half an hour. */
const LONGEST_TEXT = 30_000;

const scratchRequest = object({
  text: string().required().max(LONGEST_TEXT),
  language: languageSchema(),
  settings: scratchSchema.required(),
});

/** Voices that the studio makes itself. */
export function voiceRoutes(intake: MediaIntake): Router {
  const router = Router();

  router.post('/voices/scratch', async (request, response) => {
    const { text, language, settings } = scratchRequest.validateSync(request.body, {
      strict: true,
    });
    const voice = await inTempFolder(async (folder): Promise<Voice> => {
      const path = join(folder, 'scratch.wav');
      await speakScratch({ text, language, ...settings }, path);
      const taken = await intake.take('voice', 'Scratch voice.wav', createReadStream(path));
      return { ...taken, scratch: settings };
    });
    response.status(201).json({ voice });
  });

  return router;
}

import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { Router, type Response } from 'express';
import { array, number, object, string } from 'yup';
import { hashSchema } from '@cruvo/core/character';
import { LONGEST_VOICE, scratchSchema, shapingSchema, type Voice } from '@cruvo/core/scene';
import { languageSchema } from '@cruvo/core/speech';
import { inTempFolder } from '@cruvo/media/tools';
import {
  composeVoices,
  measureLoudness,
  shapeVoice,
  speakScratch,
  type VoicePiece,
} from '@cruvo/media/voice';
import { gone } from '../http/gone';
import { fetchVoice } from '../media/fetchVoice';
import type { MediaIntake } from '../media/intake';
import type { MediaStore } from '../media/store';

/** The longest text that a synthetic voice says at once, characters: about half an hour. */
const LONGEST_TEXT = 30_000;

const scratchRequest = object({
  text: string().required().max(LONGEST_TEXT),
  language: languageSchema(),
  settings: scratchSchema.required(),
});

const MOST_PIECES = 64;
const time = () => number().required().min(-LONGEST_VOICE).max(LONGEST_VOICE);

const stretchSchema = object({ working: hashSchema(), start: time(), end: time() }).test(
  'order',
  'a stretch must end after it begins',
  ({ start, end }) => end > start,
);

const composedRequest = object({
  name: string().required().trim().min(1).max(290),
  pieces: array(stretchSchema).required().min(1).max(MOST_PIECES),
});

const shapedRequest = object({ working: hashSchema(), shaping: shapingSchema.required() });

/** Voices that the studio makes itself. Hanging up stops the work. */
export function voiceRoutes(intake: MediaIntake, media: MediaStore): Router {
  const router = Router();
  /** A recording in a folder. @returns its path */
  const fetched = async (working: string, folder: string): Promise<string> => {
    const path = join(folder, `${working}.wav`);
    await fetchVoice(media, working, path, 'of this line');
    return path;
  };
  /** What work writes into a file, as a voice. */
  const made = async (
    response: Response,
    name: string,
    work: (folder: string, target: string, signal: AbortSignal) => Promise<void>,
  ): Promise<Voice> => {
    const { signal } = gone(response);
    return inTempFolder(async (folder) => {
      const target = join(folder, 'made.wav');
      await work(folder, target, signal);
      return intake.take('voice', `${name}.wav`, createReadStream(target), { signal });
    });
  };

  router.post('/voices/composed', async (request, response) => {
    const { name, pieces } = composedRequest.validateSync(request.body, { strict: true });
    const voice = await made(response, name, async (folder, target, signal) => {
      const paths = new Map<string, string>();
      for (const { working } of pieces) {
        if (!paths.has(working)) paths.set(working, await fetched(working, folder));
      }
      const placed = pieces.map(({ working, start, end }): VoicePiece => {
        return { path: paths.get(working)!, start, end };
      });
      await composeVoices(placed, target, signal);
    });
    response.status(201).json({ voice });
  });

  router.post('/voices/shaped', async (request, response) => {
    const { working, shaping } = shapedRequest.validateSync(request.body, { strict: true });
    const voice = await made(response, 'Shaped voice', async (folder, target, signal) =>
      shapeVoice(await fetched(working, folder), shaping, target, signal),
    );
    response.status(201).json({ voice });
  });

  router.post('/voices/scratch', async (request, response) => {
    const { text, language, settings } = scratchRequest.validateSync(request.body, {
      strict: true,
    });
    const voice = await made(response, 'Scratch voice', (_folder, target, signal) =>
      speakScratch({ text, language, ...settings }, target, signal),
    );
    response.status(201).json({ voice: { ...voice, scratch: settings } });
  });

  router.post('/voices/loudness', async (request, response) => {
    const { working, start, end } = stretchSchema.validateSync(request.body, { strict: true });
    const loudness = await inTempFolder(async (folder) =>
      measureLoudness(await fetched(working, folder), { start, end }),
    );
    response.json(loudness);
  });

  return router;
}

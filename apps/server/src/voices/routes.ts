import { createReadStream, createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import { array, number, object, string } from 'yup';
import { hashSchema } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
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

/** Voices that the studio makes itself. */
export function voiceRoutes(intake: MediaIntake, media: MediaStore): Router {
  const router = Router();

  router.post('/voices/composed', async (request, response) => {
    const { name, pieces } = composedRequest.validateSync(request.body, { strict: true });
    const voice = await inTempFolder(async (folder) => {
      const paths = new Map<string, string>();
      for (const { working } of pieces) {
        if (!paths.has(working)) paths.set(working, await fetchVoice(media, working, folder));
      }
      const target = join(folder, 'composed.wav');
      const placed = pieces.map(({ working, start, end }): VoicePiece => {
        return { path: paths.get(working)!, start, end };
      });
      await composeVoices(placed, target);
      return intake.take('voice', `${name}.wav`, createReadStream(target));
    });
    response.status(201).json({ voice });
  });

  /** A working voice as it sounds after shaping. Hanging up stops the work. */
  router.post('/voices/shaped', async (request, response) => {
    const { working, shaping } = shapedRequest.validateSync(request.body, { strict: true });
    const { signal } = gone(response);
    const voice = await inTempFolder(async (folder) => {
      const target = join(folder, 'shaped.wav');
      await shapeVoice(await fetchVoice(media, working, folder), shaping, target, signal);
      return intake.take('voice', 'Shaped voice.wav', createReadStream(target), { signal });
    });
    response.status(201).json({ voice });
  });

  router.post('/voices/loudness', async (request, response) => {
    const { working, start, end } = stretchSchema.validateSync(request.body, { strict: true });
    response.json(
      await inTempFolder(async (folder) =>
        measureLoudness(await fetchVoice(media, working, folder), { start, end }),
      ),
    );
  });

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

/** Writes a working voice into a folder. @returns its path */
async function fetchVoice(media: MediaStore, working: string, folder: string): Promise<string> {
  const { size, type } = await media.info(working);
  if (type !== 'audio/wav') {
    throw new Problem('bad-input', 'One of the voices is not a sound. Bring it in again.');
  }
  const path = join(folder, `${working}.wav`);
  await pipeline(Readable.from(media.read(working, 0, size)), createWriteStream(path));
  return path;
}

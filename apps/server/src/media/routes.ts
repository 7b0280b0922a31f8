import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { Router, type Request, type Response } from 'express';
import parseRange from 'range-parser';
import { fileNameFrom, hashFrom } from '../http/routes';
import type { MediaIntake } from './intake';
import type { MediaInfo, MediaStore } from './store';

export function mediaRoutes(media: MediaStore, intake: MediaIntake): Router {
  const router = Router();

  router.post('/media/voices', async (request, response) => {
    const left = new AbortController();
    response.on('close', () => left.abort());
    response.status(201).json(await intake.takeVoice(fileNameFrom(request), request, left.signal));
  });

  router.post('/media/pictures', async (request, response) => {
    response.status(201).json(await intake.takePicture(fileNameFrom(request), request));
  });

  router.get('/media/:hash', async (request, response) => {
    await sendMedia(media, await media.info(hashFrom(request.params.hash)), request, response);
  });

  return router;
}

/** Streams a file, or the one stretch of it that was asked for (RFC 9110, range requests). */
export async function sendMedia(
  media: MediaStore,
  { hash, type, size }: MediaInfo,
  request: Request,
  response: Response,
): Promise<void> {
  response
    .setHeader('Content-Type', type)
    .setHeader('Accept-Ranges', 'bytes')
    .setHeader('Cache-Control', 'private, max-age=31536000, immutable')
    .setHeader('ETag', `"${hash}"`)
    .setHeader('Content-Security-Policy', "default-src 'none'");
  const ranges = request.headers.range ? parseRange(size, request.headers.range) : -2;
  if (ranges === -1) {
    response.status(416).setHeader('Content-Range', `bytes */${size}`).end();
    return;
  }
  const range = typeof ranges === 'object' && ranges.length === 1 ? ranges[0]! : null;
  const start = range?.start ?? 0;
  const end = range ? range.end + 1 : size;
  response.status(range ? 206 : 200).setHeader('Content-Length', end - start);
  if (range) response.setHeader('Content-Range', `bytes ${start}-${end - 1}/${size}`);
  try {
    await pipeline(Readable.from(media.read(hash, start, end)), response);
  } catch (error) {
    // A listener who left in the middle is no failure.
    if ((error as NodeJS.ErrnoException).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  }
}

import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { Router, type Request, type Response } from 'express';
import parseRange from 'range-parser';
import { hashFrom } from '../http/routes';
import type { MediaInfo, MediaStore } from './store';

export function mediaRoutes(media: MediaStore): Router {
  const router = Router();

  router.get('/media/:hash', async (request, response) => {
    await sendMedia(media, await media.info(hashFrom(request.params.hash)), request, response);
  });

  return router;
}

/**
 * Whether whoever asks has it already (RFC 9110, 13.1.2). Express's own answer heeds Cache-Control too, which browsers
 * send along with it.
 */
function isKnown({ headers }: Request, hash: string): boolean {
  const known = (headers['if-none-match'] ?? '').split(',').map((tag) => tag.trim());
  return known.some((tag) => tag === '*' || tag.replace(/^W\//, '') === `"${hash}"`);
}

/** The one stretch of a file that was asked for; null for all of it (RFC 9110, 13.1.5 and 14.2). */
function rangeOf(
  { headers }: Request,
  hash: string,
  size: number,
): { readonly start: number; readonly end: number } | 'unsatisfiable' | null {
  if (headers.range === undefined) return null;
  if (headers['if-range'] !== undefined && headers['if-range'] !== `"${hash}"`) return null;
  // More than there is, counted from the end, is all of it, which the parser doesn't know.
  const [, suffix] = /^\s*bytes\s*=\s*-(\d+)\s*$/i.exec(headers.range) ?? [];
  if (suffix !== undefined && Number(suffix) > size && size > 0) return { start: 0, end: size - 1 };
  const ranges = parseRange(size, headers.range);
  if (ranges === -1) return 'unsatisfiable';
  if (ranges === -2 || ranges.type.trim() !== 'bytes' || ranges.length !== 1) return null;
  return ranges[0]!;
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
  if (isKnown(request, hash)) {
    response.status(304).end();
    return;
  }
  const range = rangeOf(request, hash, size);
  if (range === 'unsatisfiable') {
    response.status(416).setHeader('Content-Range', `bytes */${size}`).end();
    return;
  }
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

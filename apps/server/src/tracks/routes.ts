import { Router, raw } from 'express';
import { hashFrom } from '../http/routes';
import type { TrackStore } from './store';

export function trackRoutes(tracks: TrackStore): Router {
  const router = Router();
  router.post('/tracks', raw({ type: () => true, limit: '50mb' }), async (request, response) => {
    response.status(201).json({ id: await tracks.write(request.body as Buffer) });
  });
  router.get('/tracks/:id', async (request, response) => {
    const body = await tracks.readBytes(hashFrom(request.params.id));
    response
      .setHeader('Cache-Control', 'private, max-age=31536000, immutable')
      .type('application/octet-stream')
      .send(body);
  });
  return router;
}

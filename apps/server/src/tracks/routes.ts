import { Router, text } from 'express';
import { hashFrom } from '../http/routes';
import type { TrackStore } from './store';

export function trackRoutes(tracks: TrackStore): Router {
  const router = Router();
  router.post('/tracks', text({ type: () => true, limit: '50mb' }), async (request, response) => {
    response.status(201).json({ id: await tracks.write(String(request.body)) });
  });
  router.get('/tracks/:id', async (request, response) => {
    const body = await tracks.readText(hashFrom(request.params.id));
    response
      .setHeader('Cache-Control', 'private, max-age=31536000, immutable')
      .type('json')
      .send(body);
  });
  return router;
}

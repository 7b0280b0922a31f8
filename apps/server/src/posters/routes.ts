import { Router } from 'express';
import { idFrom } from '../http/routes';
import type { PosterStore } from './store';

/** Pictures of scenes and characters, for lists of them. */
export function posterRoutes(posters: PosterStore): Router {
  const router = Router();
  router.get('/documents/:id/poster', async (request, response) => {
    const { content, png } = await posters.find(idFrom(request.params.id));
    const tag = `"${content}"`;
    response.setHeader('ETag', tag).setHeader('Cache-Control', 'private, no-cache');
    if (request.headers['if-none-match'] === tag) response.status(304).end();
    else response.type('image/png').send(await png());
  });
  return router;
}

import { Router } from 'express';
import { object, string } from 'yup';
import { livePageSettingsSchema } from '@cruvo/core/live';
import { Problem } from '@cruvo/core/problem';
import { isKind, type DocumentStore } from '../documents/store';
import { newIdOf } from '../http/idempotency';
import { idFrom } from '../http/routes';
import type { LiveRelay } from './relay';
import type { LivePageStore } from './store';

const pageRequest = object({
  name: string().trim().required('give the live page a name').max(100),
  settings: livePageSettingsSchema,
});

export interface LiveServices {
  readonly documents: DocumentStore;
  readonly livePages: LivePageStore;
  readonly relay: LiveRelay;
}

export function liveRoutes({ documents, livePages, relay }: LiveServices): Router {
  const router = Router();

  router.get('/scenes/:id/live-pages', async (request, response) => {
    response.json(await livePages.list(idFrom(request.params.id)));
  });

  router.post('/scenes/:id/live-pages', async (request, response) => {
    const scene = idFrom(request.params.id);
    const { name, settings } = pageRequest.validateSync(request.body, { strict: true });
    if (!isKind(await documents.read(scene), 'scene')) {
      throw new Problem('bad-input', 'Only a scene can have live pages.');
    }
    const page = { id: newIdOf(request), scene, name, settings };
    response.status(201).json(await livePages.create(page));
  });

  router.put('/live-pages/:id', async (request, response) => {
    const { id } = await livePages.read(idFrom(request.params.id));
    const change = pageRequest.validateSync(request.body, { strict: true });
    const page = await livePages.change(id, change);
    relay.tellPages(page.key, { kind: 'changed' });
    response.json(page);
  });

  router.post('/live-pages/:id/key', async (request, response) => {
    const id = idFrom(request.params.id);
    const { key } = await livePages.read(id);
    const page = await livePages.renewKey(id);
    relay.closePages(key);
    response.json(page);
  });

  router.delete('/live-pages/:id', async (request, response) => {
    const id = idFrom(request.params.id);
    const { key } = await livePages.read(id);
    await livePages.delete(id);
    relay.closePages(key);
    response.status(204).end();
  });

  router.get('/live/:key', async (request, response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.json(await livePages.byKey(String(request.params.key)));
  });

  return router;
}

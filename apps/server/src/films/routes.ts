import { Router } from 'express';
import { object, string } from 'yup';
import { Problem } from '@cruvo/core/problem';
import { checkLength, filmSettingsSchema, USUAL_FILM } from '@cruvo/core/delivery';
import { castOf } from '@cruvo/core/scene';
import type { FilmMaterial } from '@cruvo/film/material';
import { checkEncoders } from '@cruvo/film/render';
import { isKind, type DocumentStore } from '../documents/store';
import { newIdOf } from '../http/idempotency';
import { idFrom } from '../http/routes';
import { sendMedia } from '../media/routes';
import type { MediaStore } from '../media/store';
import type { FilmEvents } from './events';
import type { FilmStore } from './store';

const filmRequest = object({ scene: string().required().uuid(), settings: object().required() });

export interface FilmServices {
  readonly documents: DocumentStore;
  readonly films: FilmStore;
  readonly media: MediaStore;
  readonly events: FilmEvents;
}

export function filmRoutes({ documents, films, media, events }: FilmServices): Router {
  const router = Router();

  router.post('/films', async (request, response) => {
    const { scene, settings: given } = filmRequest.validateSync(request.body, { strict: true });
    // What is not said is as usual.
    const settings = filmSettingsSchema.validateSync({ ...USUAL_FILM, ...given }, { strict: true });
    const { production, material } = await materialOf(documents, scene);
    checkLength(settings, material.scene.length);
    await checkEncoders(settings);
    if (settings.only !== null && !Object.hasOwn(material.scene.cast, settings.only)) {
      throw new Problem('bad-input', 'Who should be seen alone is not in this scene.');
    }
    const name = material.scene.name;
    const film = { id: newIdOf(request), production, scene, name, settings };
    response.status(201).json(await films.create(film, material));
  });

  router.get('/productions/:id/films', async (request, response) => {
    response.json(await films.list(idFrom(request.params.id)));
  });

  // Server-sent events: a film each time it changes.
  router.get('/productions/:id/films/events', async (request, response) => {
    const production = idFrom(request.params.id);
    response
      .status(200)
      .setHeader('Content-Type', 'text/event-stream')
      .setHeader('Cache-Control', 'no-store')
      .flushHeaders();
    const send = async (id: string) => {
      const film = await films.read(id).catch(() => null);
      if (film === null) response.write(`event: gone\ndata: ${JSON.stringify({ id })}\n\n`);
      else if (film.production === production) {
        response.write(`event: film\ndata: ${JSON.stringify(film)}\n\n`);
      }
    };
    const listener = (id: string) => void send(id);
    // The page asks again for all of them when it has connected anew.
    const end = () => void response.end();
    events.on('film', listener).on('interrupted', end);
    const beat = setInterval(() => response.write(': still here\n\n'), 15_000);
    response.on('close', () => {
      clearInterval(beat);
      events.off('film', listener).off('interrupted', end);
    });
  });

  for (const [what, work] of [
    ['cancel', (id: string) => films.cancel(id)],
    ['pause', (id: string) => films.pause(id)],
    ['resume', (id: string) => films.resume(id)],
    ['first', (id: string) => films.doFirst(id)],
  ] as const) {
    router.post(`/films/:id/${what}`, async (request, response) => {
      const id = idFrom(request.params.id);
      await work(id);
      response.json(await films.read(id));
    });
  }

  router.get('/films/:id/preview', async (request, response) => {
    const preview = await films.preview(idFrom(request.params.id));
    if (!preview) throw new Problem('not-found', 'Nothing is seen of this film yet.');
    response.setHeader('Cache-Control', 'no-store').type('image/png').send(preview);
  });

  router.delete('/films/:id', async (request, response) => {
    const id = idFrom(request.params.id);
    await films.cancel(id);
    await films.delete(id);
    response.status(204).end();
  });

  router.get('/films/:id/files/:position', async (request, response) => {
    const film = await films.read(idFrom(request.params.id));
    if (film.status !== 'done') throw new Problem('not-found', 'This film is not finished.');
    const file = film.files[Number(request.params.position)];
    if (!file) throw new Problem('not-found', 'This film has no such file.');
    response.setHeader(
      'Content-Disposition',
      `${request.query['download'] === undefined ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(file.name)}`,
    );
    await sendMedia(media, await media.info(file.hash), request, response);
  });

  return router;
}

async function materialOf(
  documents: DocumentStore,
  sceneId: string,
): Promise<{ production: string; material: FilmMaterial }> {
  const document = await documents.read(sceneId);
  if (!isKind(document, 'scene')) {
    throw new Problem('bad-input', 'Only a scene can become a film.');
  }
  const { production, body: scene } = document;
  const ids = [...new Set(castOf(scene).map(({ character }) => character))];
  const found = await Promise.all(ids.map((id) => documents.read(id)));
  const characters = found.flatMap((one) =>
    isKind(one, 'character') ? [[one.id, one.body] as const] : [],
  );
  return { production, material: { scene, characters: Object.fromEntries(characters) } };
}

import { Router, type Request, type Response } from 'express';
import { array, mixed, number, object, string } from 'yup';
import { DOCUMENT_KINDS, patchesSchema, type DocumentKind } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import { idFrom } from '../http/routes';
import type { DocumentBin } from './bin';
import {
  RevisionConflict,
  type DocumentStore,
  type ListedDocument,
  type StoredDocument,
} from './store';

const newDocument = object({
  id: string().required().uuid(),
  kind: string<DocumentKind>().required().oneOf(DOCUMENT_KINDS),
  body: mixed().required(),
});

const newProduction = object({
  id: string().required().uuid(),
  documents: array(newDocument).required().min(1).max(200),
});

const order = object({ ids: array(string().required().uuid()).required().min(1).max(2000) });

const changes = object({ patches: patchesSchema });

export function documentRoutes(documents: DocumentStore, bin: DocumentBin): Router {
  const router = Router();

  router.get('/productions', async (_request, response) => {
    const [productions, scenes, characters] = await Promise.all([
      documents.list({ kind: 'production' }),
      documents.list({ kind: 'scene' }),
      documents.list({ kind: 'character' }),
    ]);
    response.json(
      productions.map((root) => {
        const { id, name } = root;
        const within = ({ production }: ListedDocument) => production === id;
        const [own, cast] = [scenes.filter(within), characters.filter(within)];
        return {
          id,
          name,
          savedAt: [root, ...own, ...cast].reduce(
            (latest, { savedAt }) => (savedAt > latest ? savedAt : latest),
            new Date(0),
          ),
          scenes: own.map(nameOf),
          characters: cast.map(nameOf),
        };
      }),
    );
  });

  router.get('/deleted', async (_request, response) => {
    response.json(await bin.list());
  });

  router.post('/productions', async (request, response) => {
    const production = newProduction.validateSync(request.body, { strict: true });
    const roots = production.documents.filter(({ kind }) => kind === 'production');
    if (roots.length !== 1 || roots[0]!.id !== production.id) {
      throw new Problem(
        'bad-input',
        'A new production needs exactly one production document, of the same id.',
      );
    }
    await documents.createProduction(production.id, production.documents);
    response.status(201).json({ id: production.id });
  });

  router.post('/productions/:id/documents', async (request, response) => {
    const document = newDocument.validateSync(request.body, { strict: true });
    await documents.add(idFrom(request.params.id), document);
    response.status(201).json({ id: document.id });
  });

  router.put('/productions/:id/order', async (request, response) => {
    const { ids } = order.validateSync(request.body, { strict: true });
    await documents.arrange(idFrom(request.params.id), ids);
    response.status(204).end();
  });

  router.delete('/documents/:id', async (request, response) => {
    await bin.put(idFrom(request.params.id));
    response.status(204).end();
  });

  router.post('/deleted/:id/back', async (request, response) => {
    await bin.bringBack(idFrom(request.params.id));
    response.status(204).end();
  });

  router.get('/documents/:id', async (request, response) => {
    sendDocument(response, await documents.read(idFrom(request.params.id)));
  });

  router.patch('/documents/:id', async (request, response) => {
    const match = /^"(\d{1,9})"$/.exec(request.headers['if-match'] ?? '');
    if (!match)
      throw new Problem('bad-input', 'Say in If-Match which revision this change was made from.');
    const { patches } = changes.validateSync(request.body, { strict: true });
    try {
      const from = Number(match[1]);
      const id = idFrom(request.params.id);
      const saved = await documents.patch(id, from, patches, windowOf(request));
      // Where nobody else has changed it, whoever asked knows what it is now (RFC 7240).
      if (request.headers.prefer === 'return=minimal' && saved.revision === from + 1) {
        response
          .status(204)
          .setHeader('ETag', `"${saved.revision}"`)
          .setHeader('Preference-Applied', 'return=minimal')
          .end();
      } else sendDocument(response, saved);
    } catch (error) {
      if (!(error instanceof RevisionConflict)) throw error;
      const { current, message } = error;
      response
        .status(409)
        .type('application/problem+json')
        .setHeader('ETag', `"${current.revision}"`)
        .send(
          JSON.stringify({
            type: 'about:blank',
            status: 409,
            code: 'conflict',
            detail: message,
            current,
          }),
        );
    }
  });

  router.get('/documents/:id/revisions', async (request, response) => {
    response.json(await documents.revisions(idFrom(request.params.id)));
  });

  router.get('/documents/:id/revisions/:revision', async (request, response) => {
    const revision = number()
      .required()
      .integer()
      .positive()
      .max(999_999_999)
      .validateSync(request.params.revision);
    response.json({ body: await documents.readRevision(idFrom(request.params.id), revision) });
  });

  return router;
}

/** Which window of a browser saves, so that it knows its own changes again. */
function windowOf(request: Request): string | null {
  return string()
    .uuid()
    .nullable()
    .defined()
    .validateSync(request.header('X-Window') ?? null);
}

const nameOf = ({ id, name, savedAt }: ListedDocument) => ({ id, name, savedAt });

function sendDocument(response: Response, document: StoredDocument): void {
  response
    .setHeader('ETag', `"${document.revision}"`)
    .setHeader('Cache-Control', 'no-store')
    .json(document);
}

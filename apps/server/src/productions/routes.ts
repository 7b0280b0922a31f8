import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { fileName } from '@cruvo/core/delivery';
import { withNewIds, type CarriedProduction } from '@cruvo/core/document';
import { nextName } from '@cruvo/core/records';
import { writeProductionFile } from '@cruvo/media/productionFile';
import type { DocumentStore } from '../documents/store';
import { gone } from '../http/gone';
import { answerInLines } from '../http/inLines';
import { fileNameFrom, idFrom } from '../http/routes';
import { storedContent } from '../media/content';
import type { MediaIntake } from '../media/intake';
import type { MediaStore } from '../media/store';
import type { TrackStore } from '../tracks/store';

export interface ProductionFileServices {
  readonly documents: DocumentStore;
  readonly intake: MediaIntake;
  readonly media: MediaStore;
  readonly tracks: TrackStore;
}

/** A production as one file, out and in. */
export function productionFileRoutes({
  documents,
  intake,
  media,
  tracks,
}: ProductionFileServices): Router {
  const router = Router();
  const content = storedContent(media, tracks);

  router.get('/productions/:id/file', async (request, response) => {
    const production = await documents.production(idFrom(request.params.id));
    const [{ body }] = production;
    response
      .setHeader('Cache-Control', 'no-store')
      .attachment(`${fileName(body.name, 'production')}.production.zip`)
      .type('application/zip');
    await writeProductionFile(response, production, content, gone(response).signal);
  });

  // Answered in lines, the last one `{production: {id, name}}`.
  router.post('/productions/file', async (request, response) => {
    const name = fileNameFrom(request);
    await answerInLines(response, async (options) => {
      const opened = await intake.take('production', name, request, options);
      return { production: await bringBack(documents, opened.documents) };
    });
  });

  return router;
}

/** Stores a production beside all others: what is there already stays as it is. */
async function bringBack(
  documents: DocumentStore,
  carried: CarriedProduction,
): Promise<{ readonly id: string; readonly name: string }> {
  const [root, ...rest] = withNewIds(carried, randomUUID);
  const others = await documents.list({ kind: 'production' });
  const taken = others.map((other) => other.name);
  const name = nextName(root.body.name, taken);
  await documents.createProduction(root.id, [{ ...root, body: { ...root.body, name } }, ...rest]);
  if (rest.length > 0) {
    const ids = rest.map(({ id }) => id);
    await documents.arrange(root.id, ids);
  }
  return { id: root.id, name };
}

import { Router, raw } from 'express';
import { number, object, string } from 'yup';
import { idFrom } from '../http/routes';
import type { MediaIntake } from '../media/intake';
import type { RecordingStore } from './store';

/** The longest piece: ten seconds at 192 kHz. */
const LARGEST_PIECE = '4mb';
const MOST_PIECES = 100_000;

const beginningSchema = object({
  id: string().required().uuid(),
  scene: string().required().uuid(),
  name: string().required().trim().min(1).max(200),
  sampleRate: number().required().integer().min(8000).max(192_000),
});

const positionSchema = number().required().integer().min(0).max(MOST_PIECES);

/** Pieces of recordings, as bytes; before requests are read as JSON. */
export function pieceRoutes(recordings: RecordingStore): Router {
  const router = Router();
  router.put(
    '/recordings/:id/pieces/:position',
    raw({ type: () => true, limit: LARGEST_PIECE }),
    async (request, response) => {
      const id = idFrom(request.params['id']);
      const position = positionSchema.validateSync(Number(request.params['position']));
      await recordings.addPiece(id, position, request.body as Buffer);
      response.status(204).end();
    },
  );
  return router;
}

/** Recordings that are made in the studio. */
export function recordingRoutes(recordings: RecordingStore, intake: MediaIntake): Router {
  const router = Router();

  router.get('/scenes/:scene/recordings', async (request, response) => {
    response.json(await recordings.list(idFrom(request.params.scene)));
  });

  router.post('/recordings', async (request, response) => {
    const beginning = beginningSchema.validateSync(request.body, { strict: true });
    await recordings.begin(beginning);
    response.status(201).json({ id: beginning.id });
  });

  /** Makes a voice of what is there; its pieces stay until they are deleted, so that it can be asked for again. */
  router.post('/recordings/:id/voice', async (request, response) => {
    const id = idFrom(request.params.id);
    const { name } = await recordings.read(id);
    const voice = await intake.take('voice', `${name}.wav`, await recordings.asWav(id));
    response.status(201).json({ voice });
  });

  router.delete('/recordings/:id', async (request, response) => {
    await recordings.remove(idFrom(request.params.id));
    response.status(204).end();
  });

  return router;
}

import type { Speller } from '@cruvo/core/speech';
import { spellWithEspeak } from '@cruvo/media/speech';
import { characterRoutes } from './characters/routes';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { join } from 'node:path';
import { connect, isReady, type Database } from './database/connect';
import { DocumentBin } from './documents/bin';
import { documentRoutes } from './documents/routes';
import { DocumentStore } from './documents/store';
import { FilmEvents } from './films/events';
import { filmRoutes, type FilmServices } from './films/routes';
import { FilmStore } from './films/store';
import { guardOrigin } from './http/guard';
import { idempotent } from './http/idempotency';
import { checkDepth, needObject } from './http/json';
import { LiveRelay } from './live/relay';
import { liveRoutes, type LiveServices } from './live/routes';
import { LivePageStore } from './live/store';
import { answerProblems, DATABASE_AWAY, notFound } from './http/problems';
import { MediaIntake } from './media/intake';
import { mediaRoutes } from './media/routes';
import { MediaStore } from './media/store';
import { uploadRoutes } from './media/uploads';
import { posterRoutes } from './posters/routes';
import { PosterStore } from './posters/store';
import { productionFileRoutes } from './productions/routes';
import { pronunciationRoutes } from './pronunciations/routes';
import { pieceRoutes, recordingRoutes } from './recordings/routes';
import { RecordingStore } from './recordings/store';
import { trackRoutes } from './tracks/routes';
import { TrackStore } from './tracks/store';
import { voiceRoutes } from './voices/routes';

export interface Services extends FilmServices, LiveServices {
  readonly speller: Speller;
  readonly database: Database;
  readonly tracks: TrackStore;
  readonly bin: DocumentBin;
  readonly intake: MediaIntake;
  readonly posters: PosterStore;
  readonly recordings: RecordingStore;
}

/** All that the server and the workers share. Nothing is connected until it is used or started. */
export function createServices(databaseUrl: string): Services {
  const database = connect(databaseUrl);
  const media = new MediaStore(database);
  const tracks = new TrackStore(database);
  const documents = new DocumentStore(database);
  const livePages = new LivePageStore(database);
  return {
    database,
    media,
    intake: new MediaIntake(media, tracks),
    documents,
    bin: new DocumentBin(database),
    posters: new PosterStore(database, documents, media),
    recordings: new RecordingStore(database),
    tracks,
    speller: spellWithEspeak,
    films: new FilmStore(database),
    livePages,
    relay: new LiveRelay(livePages),
    events: new FilmEvents(databaseUrl),
  };
}

export function createApp(services: Services, webFolder: string): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(guardOrigin);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          styleSrc: ["'self'", "'unsafe-inline'"],
          // The hearing's kernel is compiled in the browser.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          workerSrc: ["'self'", 'blob:'],
          connectSrc: ["'self'"],
          mediaSrc: ["'self'", 'blob:'],
          upgradeInsecureRequests: null,
        },
      },
      crossOriginEmbedderPolicy: { policy: 'require-corp' },
      strictTransportSecurity: false,
    }),
  );

  app.get('/api/health', async (_request, response) => {
    const ready = await isReady(services.database);
    response.status(ready ? 200 : 503).json({ ready, ...(ready ? {} : { detail: DATABASE_AWAY }) });
  });
  app.use('/api', mediaRoutes(services.media));
  app.use('/api', uploadRoutes(services.intake));
  app.use('/api', productionFileRoutes(services));
  app.use('/api', characterRoutes(services.documents, services.media));
  app.use('/api', posterRoutes(services.posters));
  app.use('/api', trackRoutes(services.tracks));
  app.use('/api', pieceRoutes(services.recordings));
  app.use('/api', express.json({ limit: '20mb', verify: checkDepth }));
  app.use('/api', needObject);
  app.use('/api', idempotent(services.database));
  app.use('/api', documentRoutes(services.documents, services.bin));
  app.use('/api', filmRoutes(services));
  app.use('/api', liveRoutes(services));
  app.use('/api', pronunciationRoutes(services.speller));
  app.use('/api', voiceRoutes(services.intake, services.media));
  app.use('/api', recordingRoutes(services.recordings, services.intake));
  app.use('/api', notFound);

  if (webFolder) {
    app.use(express.static(webFolder, { index: false, maxAge: '1h' }));
    app.get('/{*page}', (_request, response) => {
      response.setHeader('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'));
    });
  }
  app.use(answerProblems);
  return app;
}

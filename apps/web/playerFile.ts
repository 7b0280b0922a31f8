import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';
import { bundledPlayer } from '../player/bundle.mjs';

const MODEL = fileURLToPath(
  new URL('../../packages/core/weights/hearing.safetensors.gz', import.meta.url),
);

/** What the player needs, by where it is found under the address of the studio. */
const FILES: Readonly<Record<string, () => Promise<string | Uint8Array> | Uint8Array>> = {
  'player/cruvo-player.js': bundledPlayer,
  'player/hearing.safetensors.gz': () => readFileSync(MODEL),
};

/** Serves the player for pages of others with the studio, to be taken along. */
export function playerFile(): Plugin {
  return {
    name: 'player-file',
    async generateBundle() {
      for (const [fileName, make] of Object.entries(FILES)) {
        this.emitFile({ type: 'asset', fileName, source: await make() });
      }
    },
    configureServer({ middlewares }) {
      middlewares.use((request, response, next) => {
        const make = FILES[(request.url ?? '').slice(1)];
        if (!make) return next();
        void Promise.resolve(make()).then((content) => {
          response.setHeader('Content-Type', 'text/javascript');
          response.end(content);
        }, next);
      });
    },
  };
}

import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Plugin } from 'vite';

const { resolve } = createRequire(import.meta.url);
const models = join(dirname(resolve('@vladmandic/human')), '../models');
const wasm = dirname(resolve('@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm.wasm'));

/** What seeing a face needs, by name: programs and models load each other by these names. */
const FILES: Readonly<Record<string, string>> = Object.fromEntries([
  ...['blazeface', 'facemesh', 'iris'].flatMap((name) =>
    ['json', 'bin'].map((kind) => [`${name}.${kind}`, models] as const),
  ),
  ...['', '-simd'].map((kind) => [`tfjs-backend-wasm${kind}.wasm`, wasm] as const),
]);

/** Where they are found under the address of the studio. */
const FOLDER = 'face';
const TYPES = {
  json: 'application/json',
  bin: 'application/octet-stream',
  wasm: 'application/wasm',
};

/** Serves the models that find faces with the studio itself: nothing is loaded from elsewhere. */
export function faceFiles(): Plugin {
  const read = (name: string) => readFileSync(join(FILES[name]!, name));
  return {
    name: 'face-files',
    generateBundle() {
      for (const name of Object.keys(FILES)) {
        this.emitFile({ type: 'asset', fileName: `${FOLDER}/${name}`, source: read(name) });
      }
    },
    configureServer({ middlewares }) {
      middlewares.use(`/${FOLDER}/`, (request, response, next) => {
        const name = (request.url ?? '').slice(1);
        if (!Object.hasOwn(FILES, name)) return next();
        const kind = name.split('.').at(-1) as keyof typeof TYPES;
        response.setHeader('Content-Type', TYPES[kind]);
        response.end(read(name));
      });
    },
  };
}

import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildSync } from 'esbuild';
import { isKept, keepBundle, placeOfBundle, REQUIRE } from '../bundle/keptBundle.mjs';

const HERE = fileURLToPath(import.meta.url);
const ENTRY = fileURLToPath(new URL('./main.ts', import.meta.url));
const SOURCES = ['packages/core/src', 'packages/media/src'];
/** Found among the packages as it runs: they read files beside themselves. */
const NOT_BUNDLED = ['@fontsource/*', 'css-tree', 'esbuild', 'fontkit', 'sharp'];

let made: string | null = null;

/**
 * The path of the program that runs in a sandbox, as plain JavaScript with nearly all that it needs: translating each
 * module while a sandbox starts, or finding it among the packages, takes longer than opening most files.
 */
export function sandboxProgram(): string {
  made ??= built();
  return made;
}

function built(): string {
  const main = placeOfBundle('cruvo-sandbox', SOURCES, HERE);
  if (isKept(main)) return main;
  const { outputFiles } = buildSync({
    entryPoints: [ENTRY],
    ...{ bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20' },
    ...{ outdir: dirname(main), outExtension: { '.js': '.mjs' }, write: false },
    banner: { js: REQUIRE },
    external: NOT_BUNDLED,
  });
  keepBundle(main, outputFiles);
  return main;
}

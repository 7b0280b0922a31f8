import { readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import {
  isKept,
  keepBundle,
  placeOfBundle,
  REQUIRE,
} from '../../packages/media/src/bundle/keptBundle.mjs';

const ENTRY = fileURLToPath(new URL('./src/main.ts', import.meta.url));
const APPS = ['cli', 'server'];
const PACKAGES = ['core', 'painter', 'media', 'film'];
const SOURCES = [
  ...APPS.map((app) => `apps/${app}/src`),
  ...PACKAGES.map((name) => `packages/${name}/src`),
];

/** Found among the packages as it runs: they load programs or files beside themselves. */
const NOT_BUNDLED = [
  ...[
    '@fontsource/*',
    '@napi-rs/canvas',
    'cmu-pronouncing-dictionary',
    'css-tree',
    'esbuild',
    'fontkit',
  ],
  ...['express', 'knex', 'pg', 'sharp', 'ws'],
];

/** Modules go on finding the files beside them. */
const ownAddresses = {
  name: 'own-addresses',
  setup({ onLoad }) {
    onLoad({ filter: /\.(ts|mjs)$/ }, async ({ path }) => {
      if (path.includes('node_modules')) return undefined;
      const source = await readFile(path, 'utf8');
      const address = JSON.stringify(pathToFileURL(path).href);
      const loader = path.endsWith('.ts') ? 'ts' : 'js';
      return { contents: source.replaceAll('import.meta.url', address), loader };
    });
  },
};

/**
 * The command line as one plain program, made from its source: translating each module as it is read takes ten times
 * as long. Returns its path.
 */
export async function bundledCli() {
  const main = placeOfBundle('cruvo-cli', SOURCES, fileURLToPath(import.meta.url));
  if (isKept(main)) return main;
  const { build } = await import('esbuild');
  const { outputFiles } = await build({
    entryPoints: [ENTRY],
    ...{ bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20' },
    ...{ outdir: dirname(main), outExtension: { '.js': '.mjs' }, write: false },
    banner: { js: REQUIRE },
    external: NOT_BUNDLED,
    plugins: [ownAddresses],
  });
  keepBundle(main, outputFiles);
  return main;
}

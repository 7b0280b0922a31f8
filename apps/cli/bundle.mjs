import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';

const ENTRY = fileURLToPath(new URL('./src/main.ts', import.meta.url));
/** Among the packages, so that those that are not bundled are found from there. */
const CACHE = fileURLToPath(new URL('../../node_modules/.cache/cruvo-cli', import.meta.url));
const MANIFESTS = ['cli', 'server'].map((app) => `../${app}/package.json`);
const PACKAGES = ['core', 'painter', 'media', 'film'].map(
  (name) => `../../packages/${name}/package.json`,
);

/** Modules go on finding the files beside them. */
const ownAddresses = {
  name: 'own-addresses',
  setup({ onLoad }) {
    onLoad({ filter: /\.ts$/ }, async ({ path }) => {
      const source = await readFile(path, 'utf8');
      const address = JSON.stringify(pathToFileURL(path).href);
      return { contents: source.replaceAll('import.meta.url', address), loader: 'ts' };
    });
  },
};

/**
 * The command line as one plain program, made from its source: translating each module as it is read takes ten times
 * as long. Returns its path.
 */
export async function bundledCli() {
  const external = [...MANIFESTS, ...PACKAGES].flatMap((manifest) => {
    const text = readFileSync(new URL(manifest, import.meta.url), 'utf8');
    return Object.keys(JSON.parse(text).dependencies ?? {}).filter(
      (name) => !name.startsWith('@cruvo/'),
    );
  });
  const { outputFiles } = await build({
    entryPoints: [ENTRY],
    ...{ bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20' },
    ...{ outdir: CACHE, outExtension: { '.js': '.mjs' }, write: false },
    external,
    plugins: [ownAddresses],
  });
  const digest = createHash('sha256');
  for (const { contents } of outputFiles) digest.update(contents);
  const folder = join(CACHE, digest.digest('hex').slice(0, 16));
  if (!existsSync(folder)) keepWhole(folder, outputFiles);
  return join(folder, 'main.mjs');
}

/** Writes files into a folder, whole or not at all: another process may make the same. */
function keepWhole(folder, files) {
  const partial = `${folder}-${process.pid}`;
  mkdirSync(partial, { recursive: true });
  for (const { path, contents } of files) writeFileSync(join(partial, basename(path)), contents);
  try {
    renameSync(partial, folder);
  } catch (error) {
    rmSync(partial, { recursive: true });
    if (!existsSync(folder)) throw error;
  }
}

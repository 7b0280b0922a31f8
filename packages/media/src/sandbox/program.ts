import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildSync } from 'esbuild';

const ENTRY = fileURLToPath(new URL('./main.ts', import.meta.url));
const MANIFEST = new URL('../../package.json', import.meta.url);
/** Among the packages, so that those that are not bundled are found from there. */
const CACHE = fileURLToPath(
  new URL('../../../../node_modules/.cache/cruvo-sandbox', import.meta.url),
);

let built: string | null = null;

/**
 * The path of the program that runs in a sandbox, as plain JavaScript. It is made from its source once by every process
 * that needs it: translating each module while a sandbox starts takes three times as long as starting it.
 */
export function sandboxProgram(): string {
  built ??= build();
  return built;
}

function build(): string {
  const { dependencies } = JSON.parse(readFileSync(MANIFEST, 'utf8')) as {
    readonly dependencies: Readonly<Record<string, string>>;
  };
  const { outputFiles } = buildSync({
    entryPoints: [ENTRY],
    ...{ bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20' },
    ...{ outdir: CACHE, outExtension: { '.js': '.mjs' }, write: false },
    external: Object.keys(dependencies),
  });
  const digest = createHash('sha256');
  for (const { contents } of outputFiles) digest.update(contents);
  const folder = join(CACHE, digest.digest('hex').slice(0, 16));
  if (!existsSync(folder)) {
    // Whole or not at all: another process may make the same.
    const partial = `${folder}-${process.pid}`;
    mkdirSync(partial, { recursive: true });
    for (const { path, contents } of outputFiles) {
      writeFileSync(join(partial, basename(path)), contents);
    }
    try {
      renameSync(partial, folder);
    } catch (error) {
      rmSync(partial, { recursive: true });
      if (!existsSync(folder)) throw error;
    }
  }
  return join(folder, 'main.mjs');
}

import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const ENTRY = fileURLToPath(new URL('./src/cruvoPlayer.ts', import.meta.url));
const NOTICE =
  '/*! Cruvo player, MIT. It holds packages of others: see THIRD_PARTY_NOTICES.md of Cruvo. */';

/** The player as one file, a module for browsers. @returns {Promise<string>} */
export async function bundledPlayer() {
  const { outputFiles } = await build({
    entryPoints: [ENTRY],
    ...{ bundle: true, minify: true, format: 'esm', platform: 'browser', target: 'es2022' },
    ...{ write: false, legalComments: 'none', banner: { js: NOTICE } },
  });
  return outputFiles[0].text;
}

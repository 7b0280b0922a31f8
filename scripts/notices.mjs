// npm run notices [-- --check]: writes THIRD_PARTY_NOTICES.md from what is installed, or tells whether it is up to date.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';

const PATH = join(ROOT, 'THIRD_PARTY_NOTICES.md');
/** Licences under which packages may be part of Cruvo. */
const ALLOWED =
  /^\(?(MIT|ISC|0BSD|BSD-[23]-Clause|Apache-2\.0|CC0-1\.0|Unlicense|OFL-1\.1|LGPL-3\.0-or-later|Zlib|AND|OR| )+\)?$/;

/** Longer than any within the texts. */
const FENCE = '`'.repeat(6);

const HEADING = `# Third-party notices

Cruvo itself is under the MIT licence (\`LICENSE\`). It is made with, and comes with, the following.

## What is not a package

- **The sound model's weights** (\`packages/core/weights\`) were made from recordings under several licences, some of
  which ask that their notices be kept: they are listed, with authors and changes, in
  [training/MODEL_CARD.md](training/MODEL_CARD.md).
- **The demo** (\`demo\`) was made for Cruvo. Its voice is synthetic, spoken by Debian's flite with a voice made from the
  free CMU ARCTIC recordings: see [demo/README.md](demo/README.md).
- **Fonts** (Figtree, Bricolage Grotesque) are under the SIL Open Font License 1.1, as packages below.
- **libvips**, with which pictures are read, is under the LGPL 3.0 or later. It comes as a library of its own
  (\`@img/sharp-libvips-*\`), which may be replaced by another build.
- **PostgreSQL, ffmpeg and espeak-ng** are programs of the system, under their own licences; Cruvo runs them and holds
  nothing of them.

## Packages
`;

/** Every package that Cruvo comes with, on any machine. */
function packages() {
  const { stdout } = spawnSync('npm', ['query', '.prod'], {
    cwd: ROOT,
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  const found = JSON.parse(stdout).filter(({ name }) => !/^(@cruvo\/|cruvo$)/.test(name));
  const byName = new Map(found.map((each) => [`${each.name} ${each.version}`, each]));
  return [...byName.values()].sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
}

function licenceText({ path }) {
  const file = readdirSync(path).find((name) => /^(licen[cs]e|copying)/i.test(name));
  return file && existsSync(join(path, file)) ? readFileSync(join(path, file), 'utf8').trim() : '';
}

/** Packages under the same text are listed together. */
function written(all) {
  const texts = new Map();
  for (const each of all) {
    const text = licenceText(each);
    const title = `${each.name} ${each.version} (${each.license})`;
    texts.set(text, [...(texts.get(text) ?? []), title]);
  }
  return [...texts].map(([text, titles]) => {
    const list = titles.map((title) => `- ${title}`).join('\n');
    return text ? `${list}\n\n${FENCE}text\n${text}\n${FENCE}` : list;
  });
}

const all = packages();
const refused = all.filter(({ license }) => !ALLOWED.test(license ?? ''));
if (refused.length > 0) {
  console.error(
    `These are under licences that nobody has looked at: ${refused.map(({ name, license }) => `${name} (${license})`).join(', ')}`,
  );
  process.exit(1);
}
const text = `${HEADING}\n${written(all).join('\n\n')}\n`;
if (process.argv.includes('--check')) {
  const listed = (notices) =>
    notices
      .match(/^- .* \(.*\)$/gm)
      ?.filter((line) => !line.includes('@img/'))
      .join('\n');
  if (existsSync(PATH) && listed(readFileSync(PATH, 'utf8')) === listed(text)) process.exit(0);
  console.error('THIRD_PARTY_NOTICES.md is out of date: run npm run notices.');
  process.exit(1);
}
writeFileSync(PATH, text);

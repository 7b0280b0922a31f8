import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './paths.mjs';

const PATH = join(ROOT, 'docs/RELIABILITY.md');
const HEADING = [
  '# Reliability',
  '',
  'What was done to Cruvo on purpose, and what came of it. The sections are written by `npm run fuzz` and `npm run chaos`.',
].join('\n');

/** Writes one section of docs/RELIABILITY.md; the others stay. */
export function publishReliability(title, text) {
  const before = existsSync(PATH) ? readFileSync(PATH, 'utf8') : `${HEADING}\n`;
  const [, ...parts] = before.split(/^## /m);
  const sections = new Map(
    parts.map((part) => [part.slice(0, part.indexOf('\n')), part.slice(part.indexOf('\n')).trim()]),
  );
  sections.set(title, text);
  const written = [...sections].map(([name, content]) => `## ${name}\n\n${content}`);
  writeFileSync(PATH, `${[HEADING, ...written].join('\n\n')}\n`);
}

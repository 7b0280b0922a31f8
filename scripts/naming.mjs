// npm run naming: writes docs/NAMING.md, and docs/naming for other languages, from the tables by which layers are
// recognised.
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { runTypeScript } from './lib/runTypeScript.mjs';

runTypeScript(`
  import { mkdirSync, writeFileSync } from 'node:fs';
  import { namingSheet, NAMING_LANGUAGES } from '${join(ROOT, 'packages/core/src/character/index.ts')}';
  mkdirSync('${join(ROOT, 'docs/naming')}', { recursive: true });
  for (const [code] of NAMING_LANGUAGES) {
    const file = code === 'en' ? 'NAMING.md' : \`naming/\${code}.md\`;
    writeFileSync(\`${join(ROOT, 'docs')}/\${file}\`, namingSheet(code));
  }
`);
execFileSync('npx', ['prettier', '--write', 'docs/NAMING.md', 'docs/naming'], {
  cwd: ROOT,
  stdio: 'inherit',
});

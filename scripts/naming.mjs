// npm run naming: writes docs/NAMING.md from the table by which layers are recognised.
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { runTypeScript } from './lib/runTypeScript.mjs';

runTypeScript(`
  import { writeFileSync } from 'node:fs';
  import { namingSheet } from '${join(ROOT, 'packages/core/src/character/index.ts')}';
  writeFileSync('${join(ROOT, 'docs/NAMING.md')}', namingSheet());
`);
execFileSync('npx', ['prettier', '--write', 'docs/NAMING.md'], { cwd: ROOT, stdio: 'inherit' });

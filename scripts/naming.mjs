// npm run naming: writes docs/NAMING.md from the table by which layers are recognised.
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';

const program = `
  import { writeFileSync } from 'node:fs';
  import { namingSheet } from '${join(ROOT, 'packages/core/src/character/index.ts')}';
  writeFileSync('${join(ROOT, 'docs/NAMING.md')}', namingSheet());
`;
execFileSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', program], {
  cwd: ROOT,
  stdio: 'inherit',
});
execFileSync('npx', ['prettier', '--write', 'docs/NAMING.md'], { cwd: ROOT, stdio: 'inherit' });

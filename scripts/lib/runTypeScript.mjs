import { execFileSync } from 'node:child_process';
import { ROOT } from './paths.mjs';

/** Runs a piece of TypeScript with the project's own modules. */
export function runTypeScript(program) {
  execFileSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', program], {
    cwd: ROOT,
    stdio: 'inherit',
  });
}

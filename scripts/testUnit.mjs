// npm run test:unit [-- --watch, or whatever else Jest takes]: the tests that need no database and no browser.
import { checkNode, installNpmPackages } from './lib/packages.mjs';
import { runToEnd } from './lib/processes.mjs';

checkNode();
installNpmPackages();
const jest = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'];
process.exit(runToEnd([...jest, '--config', 'jest.unit.config.mjs', ...process.argv.slice(2)]));

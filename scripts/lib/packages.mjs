// Installs what is missing: npm packages from the lock file, and Debian packages.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { delimiter, join } from 'node:path';
import { ROOT } from './paths.mjs';

const LEAST_NODE = [20, 19];

/** The programs that Cruvo runs, and the Debian packages that bring them. */
const PROGRAMS = {
  ffmpeg: { package: 'ffmpeg', found: () => onPath('ffmpeg') && onPath('ffprobe') },
  postgresql: { package: 'postgresql', found: () => existsSync('/usr/lib/postgresql') },
  'espeak-ng': { package: 'espeak-ng', found: () => onPath('espeak-ng') },
  chromium: { package: 'chromium', found: () => onPath('chromium') },
};

export function fail(sentence) {
  console.error(`\n${sentence}`);
  process.exit(1);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < LEAST_NODE[0] || (major === LEAST_NODE[0] && minor < LEAST_NODE[1])) {
    fail(`Cruvo needs Node.js ${LEAST_NODE.join('.')} or later; this is ${process.version}.`);
  }
}

export function installNpmPackages() {
  const installed = join(ROOT, 'node_modules/.package-lock.json');
  const lock = join(ROOT, 'package-lock.json');
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return;
  console.log('Installing npm packages …');
  // Not “npm ci”: it refuses a lock that leaves out a package for another kind of machine.
  const options = ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel', 'error'];
  const { status } = spawnSync('npm', options, { cwd: ROOT, stdio: 'inherit' });
  if (status !== 0) fail('The npm packages could not be installed. See the messages above.');
}

/** @param names keys of PROGRAMS */
export function installDebianPackages(names) {
  const missing = names
    .filter((name) => !PROGRAMS[name].found())
    .map((name) => PROGRAMS[name].package);
  if (missing.length === 0) return;
  const command = `apt-get install -y ${missing.join(' ')}`;
  if (!onPath('apt-get')) fail(`Cruvo needs ${missing.join(', ')}. Install them and start again.`);
  const asRoot = process.getuid() === 0 ? [] : ['sudo'];
  if (asRoot.length > 0 && !onPath('sudo'))
    fail(`Cruvo needs root to install packages. Run as root: ${command}`);
  console.log(`Installing Debian packages: ${missing.join(', ')} …`);
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const run = (...args) => {
    const [program, ...rest] = [...asRoot, ...args];
    return spawnSync(program, rest, { env: environment, stdio: ['ignore', 'ignore', 'inherit'] })
      .status;
  };
  run('apt-get', 'update', '-qq');
  // A cluster that the package would start by itself is not wanted: Cruvo runs its own.
  if (run('apt-get', 'install', '-y', '-qq', '--no-install-recommends', ...missing) !== 0) {
    fail(`The Debian packages could not be installed. Run it yourself and start again: ${command}`);
  }
}

/** The newest installed version of PostgreSQL's programs. */
export function postgresPrograms() {
  const listing = spawnSync('ls', ['/usr/lib/postgresql'], { encoding: 'utf8' }).stdout;
  const newest = listing
    .split('\n')
    .filter(Boolean)
    .map(Number)
    .sort((a, b) => b - a)[0];
  return `/usr/lib/postgresql/${newest}/bin`;
}

export function readJson(path) {
  return existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : null;
}

function onPath(program) {
  const folders = [...process.env.PATH.split(delimiter), '/usr/bin', '/usr/local/bin'];
  return folders.some((folder) => existsSync(join(folder, program)));
}

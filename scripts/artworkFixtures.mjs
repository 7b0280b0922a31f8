// npm run fixtures: has real drawing programs write the template, each with its own flat picture of it, for the
// tests of reading artwork. Needs Debian's karbon, imagemagick, lazpaint-gtk2, xdotool, dbus and xvfb. The output is
// committed.
import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { unzipSync } from 'fflate';
import { ROOT } from './lib/paths.mjs';

const TEMPLATES = join(ROOT, 'apps/web/public/templates');
const TARGET = join(ROOT, 'packages/media/src/testing/artwork');
/** How much smaller the pixels are than those of the template. */
const SHRUNK = 0.25;

const folder = mkdtempSync(join(tmpdir(), 'cruvo-fixtures-'));
const run = (command, ...options) =>
  execFileSync(command, options, { cwd: folder, stdio: ['ignore', 'ignore', 'pipe'] });
try {
  writeWithVectorEditor();
  writeWithLayerTool();
  writeWithRasterEditor();
} finally {
  rmSync(folder, { recursive: true, force: true });
}

/** Karbon opens the SVG, saves it in its own format and writes its own SVG; then opens that for its picture. */
function writeWithVectorEditor() {
  const convert = (from, to) =>
    run('xvfb-run', '-a', 'dbus-run-session', 'calligraconverter', '--batch', from, to);
  copyFileSync(join(TEMPLATES, 'face.svg'), join(folder, 'face.svg'));
  convert('face.svg', 'face.odg');
  convert('face.odg', 'karbon.svg');
  convert('karbon.svg', 'again.odg');
  convert('again.odg', 'karbon.png');
  keep('karbon.svg', 'karbon.png');
}

/** The OpenRaster template: its files, the list of its layers, and its size made smaller. */
function openTemplate() {
  const entries = unzipSync(readFileSync(join(TEMPLATES, 'face.ora')));
  const stack = Buffer.from(entries['stack.xml']).toString('utf8');
  const [, width, height] = /w="(\d+)" h="(\d+)"/.exec(stack);
  return { entries, stack, size: [width, height].map((side) => Math.round(side * SHRUNK)) };
}

/** ImageMagick stacks the layers of the OpenRaster template and writes them as PSD and, merged, as PNG. */
function writeWithLayerTool() {
  const { entries, stack, size } = openTemplate();
  const layers = [...stack.matchAll(/<layer ([^>]*)>/g)].map(([, attributes]) =>
    Object.fromEntries(
      [...attributes.matchAll(/([\w-]+)="([^"]*)"/g)].map(([, key, value]) => [key, value]),
    ),
  );
  const seen = layers.reverse().filter(({ visibility }) => visibility !== 'hidden');
  const pictures = seen.flatMap(({ name, src, x, y }) => {
    const path = join(folder, src);
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, entries[src]);
    const page = `+${Math.round(x * SHRUNK)}+${Math.round(y * SHRUNK)}`;
    return ['(', src, '-resize', `${100 * SHRUNK}%`, '-set', 'label', name, '-repage', page, ')'];
  });
  const blank = ['-size', size.join('x'), 'xc:none'];
  run(
    'convert',
    ...blank,
    ...pictures,
    '-background',
    'none',
    '-layers',
    'merge',
    '-depth',
    '8',
    'magick.png',
  );
  // The first picture of a PSD is all of them merged.
  run('convert', 'magick.png', ...pictures, '-depth', '8', 'magick.psd');
  keep('magick.psd', 'magick.png');
}

/** LazPaint opens the OpenRaster template, makes it smaller, saves it as its own, and that as a flat picture. */
function writeWithRasterEditor() {
  copyFileSync(join(TEMPLATES, 'face.ora'), join(folder, 'face.ora'));
  paint('face.ora', '-resample', openTemplate().size.join(','), 'lazpaint.ora');
  paint('lazpaint.ora', 'lazpaint.png');
  keep('lazpaint.ora', 'lazpaint.png');
}

/** It greets with an error message on a display without a desktop, and goes on once that is confirmed. */
function paint(...options) {
  const confirm = `
    lazpaint "$@" & editor=$!
    for second in $(seq 60); do
      sleep 1
      kill -0 $editor 2>/dev/null || exit 0
      for window in $(xdotool search --onlyvisible --pid $editor 2>/dev/null); do
        xdotool windowfocus $window key Return 2>/dev/null
      done
    done
    kill $editor; exit 1`;
  run('xvfb-run', '-a', '-s', '-screen 0 1280x800x24', 'sh', '-c', confirm, 'sh', ...options);
}

function keep(...files) {
  mkdirSync(TARGET, { recursive: true });
  for (const file of files) copyFileSync(join(folder, file), join(TARGET, file));
}

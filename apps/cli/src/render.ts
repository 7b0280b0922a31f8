import { access, constants, stat } from 'node:fs/promises';
import { dirname, extname, resolve } from 'node:path';
import { SingleBar } from 'cli-progress';
import { Command } from 'commander';
import { ValidationError } from 'yup';
import { voiceFindings } from '@cruvo/core/audio';
import { DEFAULT_FIT, type FitMethod, type FitSettings } from '@cruvo/core/mouth';
import { Problem } from '@cruvo/core/problem';
import {
  FILM_FORMAT_NAMES,
  FILM_FORMATS,
  filmSettingsSchema,
  formatOf,
  USUAL_FILM,
  type FilmFormatName,
  type FilmSettings,
} from '@cruvo/core/delivery';
import { FRAME_RATE_NAMES } from '@cruvo/core/time';
import { renderFilm } from '@cruvo/film/render';
import { filmOfTwoDrawings } from '@cruvo/film/twoDrawings';
import { inTempFolder } from '@cruvo/media/tools';
import { analyseWorkingVoice } from '@cruvo/media/voice';
import { openFiles } from './openFiles';
import { readScriptFile } from './scriptFile';

interface RenderOptions {
  readonly closed: string;
  readonly open: string;
  readonly voice: string;
  readonly out: string;
  readonly format?: string;
  readonly size: string;
  readonly fps: string;
  readonly background: string;
  readonly script?: string;
  readonly language: string;
  readonly follow: string;
  readonly quiet?: boolean;
}

/** One band needs choosing by eye: that is for the studio. */
const FOLLOWED: readonly FitMethod[] = ['sounds', 'loudness'];

const EXAMPLE = `
Example:
  cruvo render --closed shut.png --open wide.png --voice hello.wav --out hello.mp4

Pictures may be PNG, JPEG, WebP or SVG; voices WAV, MP3, FLAC, Ogg or M4A, up to 60 minutes.
Nothing is written until it is whole. What it is goes by the name of the file, or by --format:
${FILM_FORMAT_NAMES.map((name) => `  ${name.padEnd(8)} .${FILM_FORMATS[name].extension.padEnd(5)} ${FILM_FORMATS[name].name}: ${FILM_FORMATS[name].coding}`).join('\n')}
`;

export function renderCommand(): Command {
  return new Command('render')
    .description('Make a film from two drawings, mouth closed and mouth open, and a voice.')
    .requiredOption('--closed <picture>', 'the drawing with its mouth closed')
    .requiredOption('--open <picture>', 'the drawing with its mouth open')
    .requiredOption('--voice <sound>', 'the voice')
    .requiredOption('--out <film>', 'the film to write, such as hello.mp4')
    .option('--format <name>', 'what it is, where its name could mean several things')
    .option('--script <file>', 'a text file with what is said: the mouth is then more exact')
    .option('--language <code>', 'what is spoken: en, es, fr, it, de, pl, …', 'en')
    .option('--follow <what>', `what the mouth follows: ${FOLLOWED.join(' or ')}`, 'sounds')
    .option('--size <size>', 'width x height in pixels', '1280x720')
    .option('--fps <rate>', `frames a second: ${FRAME_RATE_NAMES.join(', ')}`, '24')
    .option('--background <colour>', 'colour behind the drawing, or none: see-through', '#f4e9d8')
    .option('--quiet', 'print nothing but errors')
    .addHelpText('after', EXAMPLE)
    .action(render);
}

async function render(options: RenderOptions): Promise<void> {
  const settings = settingsFrom(options);
  checkName(options.out, settings);
  const fit = fitFrom(options);
  await checkPaths(options);
  const stop = new AbortController();
  const interrupt = () => stop.abort();
  process.once('SIGINT', interrupt).once('SIGTERM', interrupt);
  try {
    await inTempFolder((folder) => makeFilm(options, settings, fit, folder, stop.signal));
  } finally {
    process.off('SIGINT', interrupt).off('SIGTERM', interrupt);
  }
}

async function makeFilm(
  options: RenderOptions,
  settings: FilmSettings,
  fit: FitSettings,
  folder: string,
  signal: AbortSignal,
): Promise<void> {
  const files = await openFiles(options, folder, signal);
  const script = await readScriptFile(options.script, options.language);
  const track = await analyseWorkingVoice(files.voicePath, {
    script,
    channel: 'both',
  });
  const findings = track.quality ? voiceFindings(track.quality) : [];
  const silent = findings.find(({ kind }) => kind === 'silent' || kind === 'voiceless');
  for (const notice of [script?.notice, silent?.sentence]) {
    if (notice && !options.quiet) process.stderr.write(`cruvo: ${notice}\n`);
  }
  const bar = progressBar(options.quiet);
  const made = await renderFilm({
    ...(await filmOfTwoDrawings({ ...files, track, fit })),
    settings,
    output: resolve(options.out),
    onProgress: (done, total) => bar?.(done, total),
    signal,
  });
  if (options.quiet) return;
  for (const note of made.notes) process.stderr.write(`cruvo: ${note}\n`);
  for (const { path } of made.files.slice(1)) process.stderr.write(`cruvo: also wrote ${path}\n`);
}

function settingsFrom({ size, fps, background, out, format }: RenderOptions): FilmSettings {
  const match = /^(\d+)x(\d+)$/i.exec(size);
  if (!match)
    throw new Problem('bad-input', `The size “${size}” is not understood. Write it as 1280x720.`);
  try {
    return filmSettingsSchema.validateSync({
      ...USUAL_FILM,
      format: format ?? formatByName(out),
      width: Number(match[1]),
      height: Number(match[2]),
      frameRate: fps,
      background: background === 'none' ? null : background,
    });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new Problem('bad-input', `${capitalised(error.message)}.`);
  }
}

function fitFrom({ follow }: RenderOptions): FitSettings {
  const method = FOLLOWED.find((way) => way === follow);
  if (!method)
    throw new Problem(
      'bad-input',
      `The mouth can follow ${FOLLOWED.join(' or ')}, not “${follow}”.`,
    );
  return { ...DEFAULT_FIT, method };
}

/** What a file is by its name: the first format with that ending. */
function formatByName(out: string): FilmFormatName {
  const ending = extname(out).slice(1).toLowerCase();
  const found = FILM_FORMAT_NAMES.find((name) => FILM_FORMATS[name].extension === ending);
  if (found) return found;
  const known = [...new Set(FILM_FORMAT_NAMES.map((name) => `.${FILM_FORMATS[name].extension}`))];
  throw new Problem(
    'bad-input',
    `Give the film a name that ends in ${known.join(', ')}, not “${out}”.`,
  );
}

/** The name must fit what it is: programs go by it. */
function checkName(out: string, settings: FilmSettings): void {
  const { extension, name } = formatOf(settings);
  if (extname(out).slice(1).toLowerCase() === extension) return;
  throw new Problem('bad-input', `${name} needs a name that ends in .${extension}, not “${out}”.`);
}

function capitalised(sentence: string): string {
  return sentence.charAt(0).toUpperCase() + sentence.slice(1);
}

async function checkPaths({ closed, open, voice, out }: RenderOptions): Promise<void> {
  for (const path of [closed, open, voice]) {
    const found = await stat(path).catch(() => null);
    if (!found) throw new Problem('not-found', `There is no file “${path}”.`);
    if (!found.isFile()) throw new Problem('bad-input', `“${path}” is not a file.`);
  }
  const folder = dirname(resolve(out));
  await access(folder, constants.W_OK).catch(() => {
    throw new Problem(
      'not-found',
      `The film can’t be written: there is no writable folder “${folder}”.`,
    );
  });
}

/** A progress bar on a terminal; nothing where the output goes to a file. */
function progressBar(quiet = false): ((done: number, total: number) => void) | null {
  if (quiet || !process.stderr.isTTY) return null;
  const bar = new SingleBar({
    format: '{bar} {percentage}% · {value} of {total} frames · {eta} s left',
  });
  let started = false;
  return (done, total) => {
    if (!started) bar.start(total, 0);
    started = true;
    bar.update(done);
    if (done === total) bar.stop();
  };
}

import { readFile } from 'node:fs/promises';
import { dirname, resolve } from 'node:path';
import { SingleBar } from 'cli-progress';
import { Command } from 'commander';
import type { Picture } from '@cruvo/core/character';
import { DEFAULT_FIT, type FitMethod, type FitSettings } from '@cruvo/core/mouth';
import { Problem } from '@cruvo/core/problem';
import {
  FILM_FORMAT_NAMES,
  FILM_FORMATS,
  formatOf,
  USUAL_FILM,
  type FilmFormatName,
  type FilmSettings,
} from '@cruvo/core/delivery';
import { checkEncoders, renderFilm, type FilmJob } from '@cruvo/film/render';
import { filmOfTwoDrawings } from '@cruvo/film/twoDrawings';
import { inTempFolder } from '@cruvo/media/tools';
import {
  filmSettings,
  formatNamed,
  FORMATS_HELP,
  withFilmOptions,
  type FilmOptions,
} from '../films/filmOptions';
import { interruptible } from '../items/interruptible';
import { checkFile, checkFolder } from '../material/files';
import { FileOpener } from '../material/fileOpener';
import { hearVoice } from '../material/hearVoice';
import { readScriptFile } from '../material/scriptFile';

/** What a film is like where nothing else is said. */
const USUAL: FilmSettings = {
  ...USUAL_FILM,
  ...{ width: 1280, height: 720, frameRate: '24', background: '#f4e9d8' },
};

interface RenderOptions extends FilmOptions {
  readonly closed: string;
  readonly open: string;
  readonly voice: string;
  readonly out: string;
  readonly format?: string;
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
${FORMATS_HELP}
`;

export function renderCommand(): Command {
  const command = new Command('render')
    .description('Make a film from two drawings, mouth closed and mouth open, and a voice.')
    .requiredOption('--closed <picture>', 'the drawing with its mouth closed')
    .requiredOption('--open <picture>', 'the drawing with its mouth open')
    .requiredOption('--voice <sound>', 'the voice')
    .requiredOption('--out <film>', 'the film to write, such as hello.mp4')
    .option('--format <name>', 'what it is, where its name could mean several things')
    .option('--script <file>', 'a text file with what is said: the mouth is then more exact')
    .option('--language <code>', 'what is spoken: en, es, fr, it, de, pl, …', 'en')
    .option('--follow <what>', `what the mouth follows: ${FOLLOWED.join(' or ')}`, 'sounds');
  return withFilmOptions(command, '1280x720, 24, #f4e9d8')
    .option('--quiet', 'print nothing but errors')
    .addHelpText('after', EXAMPLE)
    .action(render);
}

async function render(options: RenderOptions): Promise<void> {
  const settings = settingsFrom(options);
  checkName(options.out, settings);
  const fit = fitFrom(options);
  await checkPaths(options);
  await checkEncoders(settings);
  await interruptible((signal) =>
    inTempFolder((folder) => makeFilm(options, settings, fit, folder, signal)),
  );
}

async function makeFilm(
  options: RenderOptions,
  settings: FilmSettings,
  fit: FitSettings,
  folder: string,
  signal: AbortSignal,
): Promise<void> {
  const opener = new FileOpener(folder, signal);
  try {
    const closed = await opener.picture(options.closed);
    const open = await opener.picture(options.open);
    const voice = await opener.voice(options.voice);
    const script = await readScriptFile(options.script, options.language);
    const voicePath = opener.pathOf(voice.working);
    const { track, notes } = await hearVoice(voicePath, script);
    for (const note of notes) if (!options.quiet) process.stderr.write(`cruvo: ${note}\n`);
    const drawing = async ({ media, width, height }: Picture) => {
      return { width, height, png: await readFile(opener.pathOf(media)) };
    };
    const film = await filmOfTwoDrawings({
      ...{ closed: await drawing(closed), open: await drawing(open) },
      ...{ voice, voicePath, track, fit },
    });
    await writeFilm(film, options, settings, signal);
  } finally {
    opener.close();
  }
}

async function writeFilm(
  film: Pick<FilmJob, 'program' | 'images' | 'sounds'>,
  options: RenderOptions,
  settings: FilmSettings,
  signal: AbortSignal,
): Promise<void> {
  const bar = progressBar(options.quiet);
  const made = await renderFilm({
    ...film,
    settings,
    output: resolve(options.out),
    onProgress: (done, total) => bar?.(done, total),
    signal,
  });
  if (options.quiet) return;
  for (const note of made.notes) process.stderr.write(`cruvo: ${note}\n`);
  for (const { path } of made.files.slice(1)) process.stderr.write(`cruvo: also wrote ${path}\n`);
}

function settingsFrom(options: RenderOptions): FilmSettings {
  const format =
    options.format === undefined ? formatByName(options.out) : formatNamed(options.format);
  return filmSettings(options, { ...USUAL, format });
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
  const fitting = FILM_FORMAT_NAMES.filter((name) => endsIn(out, FILM_FORMATS[name].extension));
  // The longest ending says most.
  const [found] = fitting.sort(
    (a, b) => FILM_FORMATS[b].extension.length - FILM_FORMATS[a].extension.length,
  );
  if (found) return found;
  const known = [...new Set(FILM_FORMAT_NAMES.map((name) => `.${FILM_FORMATS[name].extension}`))];
  throw new Problem(
    'bad-input',
    `Give the film a name that ends in ${known.join(', ')}, not “${out}”.`,
  );
}

const endsIn = (name: string, extension: string) => name.toLowerCase().endsWith(`.${extension}`);

/** The name must fit what it is: programs go by it. */
function checkName(out: string, settings: FilmSettings): void {
  const { extension, name } = formatOf(settings);
  if (endsIn(out, extension)) return;
  throw new Problem('bad-input', `${name} needs a name that ends in .${extension}, not “${out}”.`);
}

async function checkPaths({ closed, open, voice, out }: RenderOptions): Promise<void> {
  for (const path of [closed, open, voice]) await checkFile(path);
  await checkFolder(dirname(resolve(out)));
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

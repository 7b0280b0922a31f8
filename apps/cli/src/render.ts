import { access, constants, stat } from 'node:fs/promises';
import { dirname, resolve } from 'node:path';
import { SingleBar } from 'cli-progress';
import { Command } from 'commander';
import { ValidationError } from 'yup';
import { voiceFindings } from '@cruvo/core/audio';
import { DEFAULT_FIT, type FitMethod, type FitSettings } from '@cruvo/core/mouth';
import { Problem } from '@cruvo/core/problem';
import { type FilmSettings, filmSettingsSchema, USUAL_FILM } from '@cruvo/core/delivery';
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
The film is an MP4 (H.264 and AAC). Nothing is written until it is whole.`;

export function renderCommand(): Command {
  return new Command('render')
    .description('Make a film from two drawings, mouth closed and mouth open, and a voice.')
    .requiredOption('--closed <picture>', 'the drawing with its mouth closed')
    .requiredOption('--open <picture>', 'the drawing with its mouth open')
    .requiredOption('--voice <sound>', 'the voice')
    .requiredOption('--out <film>', 'the film to write, ending in .mp4')
    .option('--script <file>', 'a text file with what is said: the mouth is then more exact')
    .option('--language <code>', 'what is spoken: en, es, fr, it, de, pl, …', 'en')
    .option('--follow <what>', `what the mouth follows: ${FOLLOWED.join(' or ')}`, 'sounds')
    .option('--size <size>', 'width x height in pixels', '1280x720')
    .option('--fps <rate>', `frames a second: ${FRAME_RATE_NAMES.join(', ')}`, '24')
    .option('--background <colour>', 'colour behind the drawing', '#f4e9d8')
    .option('--quiet', 'print nothing but errors')
    .addHelpText('after', EXAMPLE)
    .action(render);
}

async function render(options: RenderOptions): Promise<void> {
  const settings = settingsFrom(options);
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
  await renderFilm({
    ...(await filmOfTwoDrawings({ ...files, track, fit })),
    settings,
    output: resolve(options.out),
    onProgress: (done, total) => bar?.(done, total),
    signal,
  });
}

function settingsFrom({ size, fps, background }: RenderOptions): FilmSettings {
  const match = /^(\d+)x(\d+)$/i.exec(size);
  if (!match)
    throw new Problem('bad-input', `The size “${size}” is not understood. Write it as 1280x720.`);
  try {
    return filmSettingsSchema.validateSync({
      ...USUAL_FILM,
      width: Number(match[1]),
      height: Number(match[2]),
      frameRate: fps,
      background,
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

function capitalised(sentence: string): string {
  return sentence.charAt(0).toUpperCase() + sentence.slice(1);
}

async function checkPaths({ closed, open, voice, out }: RenderOptions): Promise<void> {
  for (const path of [closed, open, voice]) {
    const found = await stat(path).catch(() => null);
    if (!found) throw new Problem('not-found', `There is no file “${path}”.`);
    if (!found.isFile()) throw new Problem('bad-input', `“${path}” is not a file.`);
  }
  if (!/\.mp4$/i.test(out))
    throw new Problem('bad-input', `Give the film a name that ends in .mp4, not “${out}”.`);
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

import type { Command } from 'commander';
import { ValidationError } from 'yup';
import {
  CAPTION_WAYS,
  FILM_FORMAT_NAMES,
  FILM_FORMATS,
  filmSettingsSchema,
  type FilmFormatName,
  type FilmSettings,
} from '@cruvo/core/delivery';
import { Problem } from '@cruvo/core/problem';
import { FRAME_RATE_NAMES, toFlicks } from '@cruvo/core/time';

/** How films are made, as somebody wrote it. What isn't said is as usual. */
export interface FilmOptions {
  readonly size?: string;
  readonly fps?: string;
  readonly background?: string;
  readonly from?: string;
  readonly to?: string;
  readonly captions?: string;
  readonly loudness?: string;
  readonly crossfade?: string;
  readonly premultiplied?: boolean;
}

/** Adds the options of all commands that make films. @param usual what stands for a size, rate and background */
export function withFilmOptions(command: Command, usual: string): Command {
  const rates = FRAME_RATE_NAMES.join(', ');
  return command
    .option('--size <size>', `width x height in pixels (${usual})`)
    .option('--fps <rate>', `frames a second: ${rates} (${usual})`)
    .option('--background <colour>', `a colour such as #f4e9d8, or none: see-through (${usual})`)
    .option('--from <seconds>', 'where to begin')
    .option('--to <seconds>', 'where to end')
    .option('--captions <where>', `${CAPTION_WAYS.join(', ')}: where words are shown (picture)`)
    .option('--loudness <LUFS>', 'how loud the mix is, such as -16 (as it is)')
    .option('--crossfade <seconds>', 'how long the end of a loop goes over into its beginning')
    .option('--premultiplied', 'multiply colours by their opacity, as some programs expect');
}

/** The formats there are, for help. */
export const FORMATS_HELP = FILM_FORMAT_NAMES.map((name) => {
  const { extension, name: called, coding } = FILM_FORMATS[name];
  return `  ${name.padEnd(8)} .${extension.padEnd(5)} ${called}: ${coding}`;
}).join('\n');

/** @throws Problem that names the formats there are */
export function formatNamed(name: string): FilmFormatName {
  const found = FILM_FORMAT_NAMES.find((one) => one === name);
  if (found) return found;
  throw new Problem(
    'bad-input',
    `There is no format “${name}”. There are ${FILM_FORMAT_NAMES.join(', ')}.`,
  );
}

/**
 * Settings of a film.
 *
 * @param base what stands where nothing is said
 * @throws Problem that says what can't be
 */
export function filmSettings(options: FilmOptions, base: FilmSettings): FilmSettings {
  const { size, fps, background, captions, loudness, crossfade, premultiplied } = options;
  try {
    return filmSettingsSchema.validateSync({
      ...base,
      ...(size === undefined ? {} : sizeFrom(size)),
      ...(fps === undefined ? {} : { frameRate: fps }),
      ...(background === undefined
        ? {}
        : { background: background === 'none' ? null : background }),
      ...(captions === undefined ? {} : { captions }),
      ...(loudness === undefined ? {} : { loudness: numberFrom(loudness, 'loudness') }),
      ...(crossfade === undefined ? {} : { crossfade: numberFrom(crossfade, 'crossfade') }),
      ...(premultiplied ? { premultiplied } : {}),
      ...stretchFrom(options),
    });
  } catch (error) {
    throw asSentence(error);
  }
}

/** What a check says, as a sentence. */
export function asSentence(error: unknown): unknown {
  if (!(error instanceof ValidationError)) return error;
  const { message } = error;
  return new Problem('bad-input', `${message.charAt(0).toUpperCase()}${message.slice(1)}.`);
}

function sizeFrom(size: string): Pick<FilmSettings, 'width' | 'height'> {
  const match = /^(\d+)x(\d+)$/i.exec(size);
  if (match) return { width: Number(match[1]), height: Number(match[2]) };
  throw new Problem('bad-input', `The size “${size}” is not understood. Write it as 1280x720.`);
}

/** Beyond every scene. */
const EVER = 1e5;

function stretchFrom({ from, to }: FilmOptions): Partial<Pick<FilmSettings, 'stretch'>> {
  if (from === undefined && to === undefined) return {};
  const start = from === undefined ? 0 : numberFrom(from, 'from');
  const end = to === undefined ? EVER : numberFrom(to, 'to');
  if (start < 0) throw new Problem('bad-input', 'Nothing can begin before the scene: --from 0.');
  return { stretch: { start: toFlicks(start), end: toFlicks(end) } };
}

function numberFrom(text: string, option: string): number {
  const number = Number(text);
  if (text.trim() !== '' && Number.isFinite(number)) return number;
  throw new Problem('bad-input', `--${option} must be a number, not “${text}”.`);
}

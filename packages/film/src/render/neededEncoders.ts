import { FILM_FORMATS, type FilmSettings } from '@cruvo/core/delivery';
import { Problem } from '@cruvo/core/problem';
import { run } from '@cruvo/media/tools';
import { encodingOf, pictureFiles, type EncodedFormat } from './encodings';

/** What ffmpeg must be able to write for each format; nothing for those that need no ffmpeg. */
function neededFor({ format, ...settings }: FilmSettings): readonly string[] {
  if (format === 'png' || format === 'poster') return codecsIn(pictureFiles('png').video);
  if (format === 'webp') return codecsIn(pictureFiles('webp').video);
  if (format === 'gif') return ['gif'];
  const { kind } = FILM_FORMATS[format];
  if (kind !== 'film' && kind !== 'loop') return [];
  const { video, audio } = encodingOf(format as EncodedFormat, settings);
  return [...codecsIn(video), ...codecsIn(audio ?? [])];
}

/** The codecs that arguments of ffmpeg name. */
function codecsIn(args: readonly string[]): readonly string[] {
  return args.filter((_, at) => /^-c:[va]$/.test(args[at - 1] ?? ''));
}

let known: Promise<ReadonlySet<string>> | null = null;

/** The encoders that this machine's ffmpeg has. */
async function encodersHere(): Promise<ReadonlySet<string>> {
  const { stdout } = await run('ffmpeg', ['-hide_banner', '-encoders']);
  return new Set([...stdout.matchAll(/^\s[A-Z.]{6} (\S+)/gm)].map(([, name]) => name!));
}

/**
 * Makes sure that a film can be encoded here, before anything of it is rendered.
 *
 * @param encoders that there are; by default those of this machine's ffmpeg
 * @throws Problem that names the program, or the part of it, that is missing
 */
export async function checkEncoders(
  settings: FilmSettings,
  encoders?: ReadonlySet<string>,
): Promise<void> {
  const needed = neededFor(settings);
  if (needed.length === 0) return;
  known ??= encodersHere();
  // One that could not be asked is asked again.
  known.catch(() => (known = null));
  const here = encoders ?? (await known);
  const missing = needed.find((name) => !here.has(name));
  if (missing === undefined) return;
  throw new Problem(
    'unavailable',
    `${FILM_FORMATS[settings.format].name} can’t be made here: this machine’s ffmpeg has no encoder “${missing}”. Choose another format, or install an ffmpeg that has it.`,
  );
}

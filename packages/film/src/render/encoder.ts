import { spawn, type ChildProcess } from 'node:child_process';
import { Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { rawVideoHeader, rawVideoPicture } from '@cruvo/core/formats';
import { Problem, cancelled, sentenceOf } from '@cruvo/core/problem';
import { asMissingTool, diskFull, run } from '@cruvo/media/tools';
import type { Encoding } from './encodings';
import { MIX_CHANNELS, MIX_RATE } from './soundMix';

export interface EncoderOptions {
  readonly encoding: Encoding;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
  /** The mix: interleaved stereo, 32-bit floats; null: no sound. */
  readonly sound: (() => AsyncIterable<Float32Array<ArrayBuffer>>) | null;
  /** Seconds. */
  readonly length: number;
  readonly output: string;
  readonly signal?: AbortSignal | undefined;
}

/** Encodes pictures, with a sound beside them. */
export class FilmEncoder {
  private readonly process: ChildProcess;
  private readonly pictures: Writable;
  private readonly ended: Promise<void>;
  private complaints = '';

  constructor(private readonly options: EncoderOptions) {
    // It reads no files, only what it is handed: pictures, and the mix of all sounds.
    this.process = spawn('ffmpeg', filmArguments(options), {
      stdio: ['pipe', 'ignore', 'pipe', 'pipe'],
    });
    this.pictures = this.process.stdin!;
    this.process.stderr!.on('data', (chunk: Buffer) => {
      this.complaints = (this.complaints + chunk.toString()).slice(-4000);
    });
    const abort = () => this.process.kill('SIGKILL');
    options.signal?.addEventListener('abort', abort, { once: true });
    this.ended = new Promise<void>((resolve, reject) => {
      this.process.on('error', (error) => reject(asMissingTool('ffmpeg', error)));
      this.process.on('close', (code) => {
        options.signal?.removeEventListener('abort', abort);
        if (code === 0) resolve();
        else reject(this.failure());
      });
    });
    // The ending is waited for in finish(); a write that fails first waits for it too.
    this.ended.catch(() => undefined);
    this.pictures.on('error', () => undefined);
    void this.writeSound(this.process.stdio[SOUND_PIPE] as Writable);
    const { width, height, encoding } = options;
    this.pictures.write(rawVideoHeader(width, height, encoding.form));
  }

  /**
   * Hands over a picture in the encoding's form that is held until the next one; resolves when its bytes may be
   * changed.
   *
   * @param time seconds at which it begins to be seen
   */
  async write(picture: Uint8Array, time: number): Promise<void> {
    this.pictures.write(rawVideoPicture(time, picture.length));
    await new Promise<void>((resolve, reject) => {
      this.pictures.write(picture, (error) => {
        if (error) this.ended.then(resolve, reject);
        else resolve();
      });
    });
  }

  /** Ends the film. @throws Problem when it could not be written */
  async finish(): Promise<void> {
    this.pictures.end();
    await this.ended;
  }

  /** Gives up; what was written is of no use. */
  async abandon(): Promise<void> {
    this.process.kill('SIGKILL');
    await this.ended.catch(() => undefined);
  }

  private async writeSound(pipe: Writable): Promise<void> {
    const { sound } = this.options;
    const bytes = async function* () {
      if (!sound) return;
      for await (const block of sound()) yield Buffer.from(block.buffer);
    };
    try {
      await pipeline(Readable.from(bytes()), pipe);
    } catch (error) {
      // An encoder that ends early says why itself; a voice that can't be read has to be told.
      if (pipe.destroyed && this.process.exitCode !== null) return;
      this.complaints += `\n${sentenceOf(error)}`;
      this.process.kill('SIGKILL');
    }
  }

  private failure(): Problem {
    return encoderFailure(this.complaints, this.options.signal);
  }
}

/** Why an encoder stopped, in a sentence. @param complaints what it printed */
export function encoderFailure(complaints: string, signal?: AbortSignal): Problem {
  if (signal?.aborted) return cancelled();
  if (/No space left on device/i.test(complaints)) return diskFull();
  const unknown = /Unknown encoder '([^']+)'/.exec(complaints)?.[1];
  if (unknown) {
    return new Problem(
      'unavailable',
      `The installed ffmpeg can’t encode “${unknown}”. Install Debian’s package ffmpeg, or choose another format.`,
    );
  }
  const reason = complaints.trim().split('\n').at(-1) ?? '';
  return new Problem(
    'unavailable',
    `The film could not be encoded: ${reason || 'the encoder stopped'}.`,
  );
}

/** The encoder's file descriptor on which the sound comes. */
const SOUND_PIPE = 3;

/**
 * Joins encoded films, one after the other, as they are, and adds a sound.
 *
 * @param list a file that names them, as the encoder's concat demuxer reads it
 */
export async function joinFilm({
  list,
  audio,
  container,
  sound,
  length,
  output,
  signal,
}: Pick<Encoding, 'audio' | 'container'> &
  Pick<EncoderOptions, 'sound' | 'length' | 'output' | 'signal'> & {
    readonly list: string;
  }): Promise<void> {
  const heard = sound !== null && audio !== null;
  const mix = ['-f', 'f32le', '-ar', String(MIX_RATE), '-ac', String(MIX_CHANNELS), '-i', 'pipe:0'];
  const args = [
    ...['-v', 'error', '-y', '-f', 'concat', '-safe', '0', '-i', list, ...(heard ? mix : [])],
    ...['-map', '0:v', '-c:v', 'copy'],
    ...(heard ? ['-map', '1:a', '-af', `apad,atrim=end=${length}`, ...audio] : []),
    ...container,
    output,
  ];
  const bytes = async function* () {
    for await (const block of sound!()) yield Buffer.from(block.buffer);
  };
  const { code, stderr } = await run('ffmpeg', args, {
    ...(heard ? { input: bytes() } : {}),
    ...(signal ? { signal } : {}),
  });
  if (code !== 0) throw encoderFailure(stderr, signal);
}

/** The arguments with which ffmpeg makes a film of the pictures that it is handed. */
export function filmArguments(options: Omit<EncoderOptions, 'signal'>): string[] {
  // All that there is to know stands in the header: nothing is read ahead to find it out.
  const known = ['-fpsprobesize', '0', '-analyzeduration', '0'];
  const pictures = ['-f', 'matroska', ...known, '-i', 'pipe:0'];
  const mix = ['-f', 'f32le', '-ar', String(MIX_RATE), '-ac', String(MIX_CHANNELS)];
  const sound = options.sound ? [...mix, '-i', `pipe:${SOUND_PIPE}`] : [];
  return encodingArguments(options, [...pictures, ...sound]);
}

/** Films of RGBA frames in a file, which the encoder converts itself: what the making of a film is measured against. */
export function rgbaFilmArguments(
  options: Omit<EncoderOptions, 'signal' | 'sound'> & {
    readonly frames: string;
    /** A WAV that begins with the film. */
    readonly sound: string | null;
    /** Frames a second, a fraction. */
    readonly rate: string;
    /** The encoder's name for how pixels lie in the film. */
    readonly pixels: string;
  },
): string[] {
  const { width, height, rate, sound, frames, pixels, encoding } = options;
  const input = [
    ...['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${width}x${height}`],
    ...['-framerate', rate, '-i', frames],
    ...(sound === null ? [] : ['-f', 'wav', '-i', sound]),
  ];
  const filter = `scale=out_color_matrix=bt709:out_range=tv,format=${pixels}`;
  const heard = sound === null ? null : noSound;
  return encodingArguments({ ...options, encoding: { ...encoding, filter }, sound: heard }, input);
}

async function* noSound() {}

function encodingArguments(
  { sound, length, output, encoding }: Omit<EncoderOptions, 'signal'>,
  input: readonly string[],
): string[] {
  const { audio, once } = encoding;
  const heard = sound !== null && audio !== null;
  const picture = `[0:v]${encoding.filter}[picture]`;
  const mix = heard ? `;[1:a]apad,atrim=end=${length}[sound]` : '';
  return [
    ...['-v', 'error', '-y', ...input, '-filter_complex', picture + mix],
    ...['-map', '[picture]', ...(heard ? ['-map', '[sound]'] : [])],
    ...(once ? ['-fps_mode', 'passthrough'] : []),
    ...encoding.video,
    ...(heard ? audio : []),
    ...encoding.container,
    output,
  ];
}

import { spawn, type ChildProcess } from 'node:child_process';
import { Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { rawVideoHeader, rawVideoPicture } from '@cruvo/core/formats';
import { Problem, cancelled, sentenceOf } from '@cruvo/core/problem';
import type { FilmSettings } from '@cruvo/core/scene';
import { FRAME_RATES } from '@cruvo/core/time';
import { asMissingTool, diskFull } from '@cruvo/media/tools';
import { MIX_CHANNELS, MIX_RATE, mixedSound, type FilmSound } from './soundMix';

export interface EncoderOptions {
  readonly settings: FilmSettings;
  readonly sounds: readonly FilmSound[];
  /** Seconds. */
  readonly length: number;
  readonly output: string;
  readonly signal?: AbortSignal | undefined;
}

/** Encodes pictures, with the sounds at their times, to an MP4 (H.264, AAC) that plays everywhere. */
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
    const { width, height } = options.settings;
    this.pictures.write(rawVideoHeader(width, height));
  }

  /**
   * Hands over a picture (Yuv420Picture) that is held until the next one; resolves when its bytes may be changed.
   * The film ends where the last one begins, which is not seen.
   *
   * @param time seconds at which it begins to be seen
   */
  async write(picture: Buffer, time: number): Promise<void> {
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
    const { sounds, length } = this.options;
    const bytes = async function* () {
      if (sounds.length === 0) return;
      for await (const block of mixedSound(sounds, length)) yield Buffer.from(block.buffer);
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
    if (this.options.signal?.aborted) return cancelled();
    if (/No space left on device/i.test(this.complaints)) return diskFull();
    const reason = this.complaints.trim().split('\n').at(-1) ?? '';
    return new Problem(
      'unavailable',
      `The film could not be encoded: ${reason || 'the encoder stopped'}.`,
    );
  }
}

/** The encoder's file descriptor on which the sound comes. */
const SOUND_PIPE = 3;

/** The arguments with which ffmpeg makes a film of the pictures that it is handed. */
export function filmArguments(options: Omit<EncoderOptions, 'signal'>): string[] {
  const rate = FRAME_RATES[options.settings.frameRate].join('/');
  // All that there is to know stands in the header: nothing is read ahead to find it out.
  const known = ['-fpsprobesize', '0', '-analyzeduration', '0'];
  const pictures = ['-f', 'matroska', ...known, '-i', 'pipe:0'];
  const mix = ['-f', 'f32le', '-ar', String(MIX_RATE), '-ac', String(MIX_CHANNELS)];
  const sound = options.sounds.length > 0 ? [...mix, '-i', `pipe:${SOUND_PIPE}`] : [];
  return encodingArguments(options, [...pictures, ...sound], `fps=${rate}`);
}

/**
 * The arguments with which ffmpeg makes the same film of RGBA frames in a file, converting them itself: what the
 * making of a film is measured against.
 *
 * @param options `sounds` holds one at most, which begins with the film
 */
export function rgbaFilmArguments(
  options: Omit<EncoderOptions, 'signal'> & { readonly frames: string },
): string[] {
  const { width, height, frameRate } = options.settings;
  const input = [
    ...['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${width}x${height}`],
    ...['-framerate', FRAME_RATES[frameRate].join('/'), '-i', options.frames],
    ...options.sounds.flatMap(({ path }) => ['-f', 'wav', '-i', path]),
  ];
  const toFilm = 'scale=out_color_matrix=bt709:out_range=tv,format=yuv420p';
  return encodingArguments(options, input, toFilm);
}

function encodingArguments(
  { sounds, length, output }: Omit<EncoderOptions, 'signal'>,
  input: readonly string[],
  pictureFilter: string,
): string[] {
  const picture = `[0:v]${pictureFilter}[picture]`;
  const sound = sounds.length > 0 ? `;[1:a]apad,atrim=end=${length}[sound]` : '';
  return [
    ...['-v', 'error', '-y', ...input, '-filter_complex', picture + sound],
    ...['-map', '[picture]', ...(sound ? ['-map', '[sound]'] : [])],
    ...VIDEO_CODING,
    ...['-c:a', 'aac', '-b:a', '192k', '-movflags', '+faststart', '-f', 'mp4', output],
  ];
}

const VIDEO_CODING = [
  ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '18', '-profile:v', 'high'],
  ...['-colorspace', 'bt709', '-color_primaries', 'bt709'],
  ...['-color_trc', 'bt709', '-color_range', 'tv'],
];

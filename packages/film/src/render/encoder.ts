import { spawn, type ChildProcessByStdio } from 'node:child_process';
import type { Readable, Writable } from 'node:stream';
import { rawVideoHeader, rawVideoPicture } from '@cruvo/core/formats';
import { Problem, cancelled } from '@cruvo/core/problem';
import type { FilmSettings } from '@cruvo/core/scene';
import { FRAME_RATES } from '@cruvo/core/time';
import { asMissingTool, diskFull } from '@cruvo/media/tools';

/** A voice in the film: a sound file and when it begins, seconds. */
export interface SoundAtTime {
  readonly path: string;
  readonly start: number;
}

export interface EncoderOptions {
  readonly settings: FilmSettings;
  readonly sounds: readonly SoundAtTime[];
  /** Seconds. */
  readonly length: number;
  readonly output: string;
  readonly signal?: AbortSignal | undefined;
}

const SAMPLE_RATE = 48_000;

/** Encodes pictures, with the sounds at their times, to an MP4 (H.264, AAC) that plays everywhere. */
export class FilmEncoder {
  private readonly process: ChildProcessByStdio<Writable, null, Readable>;
  private readonly ended: Promise<void>;
  private complaints = '';

  constructor(private readonly options: EncoderOptions) {
    this.process = spawn('ffmpeg', filmArguments(options), { stdio: ['pipe', 'ignore', 'pipe'] });
    this.process.stderr.on('data', (chunk: Buffer) => {
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
    this.process.stdin.on('error', () => undefined);
    const { width, height } = options.settings;
    this.process.stdin.write(rawVideoHeader(width, height));
  }

  /**
   * Hands over a picture (Yuv420Picture) that is held until the next one; resolves when its bytes may be changed.
   * The film ends where the last one begins, which is not seen.
   *
   * @param time seconds at which it begins to be seen
   */
  async write(picture: Buffer, time: number): Promise<void> {
    this.process.stdin.write(rawVideoPicture(time, picture.length));
    await new Promise<void>((resolve, reject) => {
      this.process.stdin.write(picture, (error) => {
        if (error) this.ended.then(resolve, reject);
        else resolve();
      });
    });
  }

  /** Ends the film. @throws Problem when it could not be written */
  async finish(): Promise<void> {
    this.process.stdin.end();
    await this.ended;
  }

  /** Gives up; what was written is of no use. */
  async abandon(): Promise<void> {
    this.process.kill('SIGKILL');
    await this.ended.catch(() => undefined);
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

/** The arguments with which ffmpeg makes a film of the pictures that it is handed. */
export function filmArguments(options: Omit<EncoderOptions, 'signal'>): string[] {
  const rate = FRAME_RATES[options.settings.frameRate].join('/');
  // All that there is to know stands in the header: nothing is read ahead to find it out.
  const input = ['-f', 'matroska', '-fpsprobesize', '0', '-analyzeduration', '0', '-i', 'pipe:0'];
  return encodingArguments(options, input, `fps=${rate}`);
}

/**
 * The arguments with which ffmpeg makes the same film of RGBA frames in a file, converting them itself: what the
 * making of a film is measured against.
 */
export function rgbaFilmArguments(
  options: Omit<EncoderOptions, 'signal'> & { readonly frames: string },
): string[] {
  const { width, height, frameRate } = options.settings;
  const input = [
    ...['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${width}x${height}`],
    ...['-framerate', FRAME_RATES[frameRate].join('/'), '-i', options.frames],
  ];
  const toFilm = 'scale=out_color_matrix=bt709:out_range=tv,format=yuv420p';
  return encodingArguments(options, input, toFilm);
}

function encodingArguments(
  { sounds, length, output }: Omit<EncoderOptions, 'signal'>,
  input: readonly string[],
  pictureFilter: string,
): string[] {
  return [
    ...['-v', 'error', '-y', ...input, ...sounds.flatMap(({ path }) => [...AS_WAV, '-i', path])],
    ...['-filter_complex', filters(sounds, length, pictureFilter)],
    ...['-map', '[picture]', ...(sounds.length > 0 ? ['-map', '[sound]'] : [])],
    ...VIDEO_CODING,
    ...['-c:a', 'aac', '-b:a', '192k', '-movflags', '+faststart', '-f', 'mp4', output],
  ];
}

/** Sounds are read as WAV files and nothing else, whatever their bytes look like. */
const AS_WAV = ['-protocol_whitelist', 'file', '-f', 'wav'];

const VIDEO_CODING = [
  ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '18', '-profile:v', 'high'],
  ...[
    '-colorspace',
    'bt709',
    '-color_primaries',
    'bt709',
    '-color_trc',
    'bt709',
    '-color_range',
    'tv',
  ],
];

function filters(sounds: readonly SoundAtTime[], length: number, pictureFilter: string): string {
  const picture = `[0:v]${pictureFilter}[picture]`;
  if (sounds.length === 0) return picture;
  const placed = sounds.map(({ start }, index) => {
    const delay = `adelay=delays=${Math.round(start * SAMPLE_RATE)}S:all=1`;
    return `[${index + 1}:a]aresample=${SAMPLE_RATE},aformat=channel_layouts=stereo,${delay}[line${index}]`;
  });
  const names = sounds.map((_, index) => `[line${index}]`).join('');
  const mixed = `${names}amix=inputs=${sounds.length}:normalize=0:duration=longest`;
  return [picture, ...placed, `${mixed},apad,atrim=end=${length}[sound]`].join(';');
}

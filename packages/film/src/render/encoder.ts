import { spawn, type ChildProcessByStdio } from 'node:child_process';
import type { Readable, Writable } from 'node:stream';
import { cancelled, Problem } from '@cruvo/core/problem';
import { FRAME_RATES, type FilmSettings } from '@cruvo/core/scene';
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

/** Encodes raw RGBA frames, with the sounds at their times, to an MP4 (H.264, AAC) that plays everywhere. */
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
  }

  /** Hands over one frame, RGBA rows from the top; resolves when its bytes may be painted over. */
  async write(frame: Buffer): Promise<void> {
    await new Promise<void>((resolve, reject) => {
      this.process.stdin.write(frame, (error) => {
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

/**
 * The arguments with which ffmpeg makes a film.
 *
 * @param options.frames where the raw RGBA frames come from; standard input, unless it is a file
 */
export function filmArguments({
  settings,
  sounds,
  length,
  output,
  frames = 'pipe:0',
}: Omit<EncoderOptions, 'signal'> & { readonly frames?: string }): string[] {
  const { width, height, frameRate } = settings;
  const inputs = sounds.flatMap(({ path }) => ['-i', path]);
  return [
    ...['-v', 'error', '-y', '-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${width}x${height}`],
    ...['-framerate', FRAME_RATES[frameRate].join('/'), '-i', frames, ...inputs],
    ...['-filter_complex', filters(sounds, length)],
    ...['-map', '[picture]', ...(sounds.length > 0 ? ['-map', '[sound]'] : [])],
    ...VIDEO_CODING,
    ...['-c:a', 'aac', '-b:a', '192k', '-movflags', '+faststart', '-f', 'mp4', output],
  ];
}

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

/** From the RGB of the screen to the colour planes of high-definition film (ITU-R BT.709). */
const PICTURE_FILTER = 'scale=out_color_matrix=bt709:out_range=tv,format=yuv420p';

function filters(sounds: readonly SoundAtTime[], length: number): string {
  const picture = `[0:v]${PICTURE_FILTER}[picture]`;
  if (sounds.length === 0) return picture;
  const placed = sounds.map(({ start }, index) => {
    const delay = `adelay=delays=${Math.round(start * SAMPLE_RATE)}S:all=1`;
    return `[${index + 1}:a]aresample=${SAMPLE_RATE},aformat=channel_layouts=stereo,${delay}[line${index}]`;
  });
  const names = sounds.map((_, index) => `[line${index}]`).join('');
  const mixed = `${names}amix=inputs=${sounds.length}:normalize=0:duration=longest`;
  return [picture, ...placed, `${mixed},apad,atrim=end=${length}[sound]`].join(';');
}

import { open, stat } from 'node:fs/promises';
import { findWavSamples } from '@cruvo/core/formats';
import { Problem } from '@cruvo/core/problem';
import { LONGEST_VOICE } from '@cruvo/core/scene';
import { limited } from '../sandbox/limits';
import { missingTool, run } from '../tools';

/** What a sound file says of itself. */
export interface ProbedVoice {
  /** Seconds; null when the file does not say. */
  readonly duration: number | null;
  readonly sampleRate: number;
  readonly channels: number;
}

/** Containers that voices come in. Playlists and the like, which could point elsewhere, are not among them. */
const CONTAINERS = 'wav,w64,mp3,flac,ogg,mov,matroska,aac,aiff';

/** Options that keep ffmpeg and ffprobe to the one file they are given. */
export const CONFINED = ['-protocol_whitelist', 'file,pipe', '-format_whitelist', CONTAINERS];

/**
 * Looks into a file, whatever its name says.
 *
 * @param name what to call it in messages
 * @throws Problem when it holds no sound that can be read, or more than a line may have
 */
export async function probeVoice(path: string, name: string): Promise<ProbedVoice> {
  const { size } = await stat(path).catch(() => {
    throw new Problem('not-found', `There is no file “${name}”.`);
  });
  if (size === 0) throw new Problem('bad-input', `“${name}” is empty. Export the recording again.`);
  const [program, ...args] = limited([
    ...['ffprobe', '-v', 'error', ...CONFINED, '-of', 'json'],
    ...['-show_entries', 'format=duration:stream=codec_type,sample_rate,channels,duration'],
    path,
  ]);
  const { code, stdout } = await run(program, args);
  if (code === NOT_FOUND) throw missingTool('ffprobe');
  const stream = code === 0 ? audioStream(stdout) : null;
  if (!stream) {
    throw new Problem(
      'bad-input',
      `“${name}” is not a sound that Cruvo can read. Use a WAV, MP3, FLAC, Ogg or M4A file.`,
    );
  }
  if (stream.sampleRate < LOWEST_RATE || stream.sampleRate > HIGHEST_RATE) {
    throw new Problem(
      'bad-input',
      `“${name}” has ${stream.sampleRate} samples a second, which no recording has. Export it again at 44,100 or 48,000.`,
    );
  }
  const duration = (await wavDuration(path)) ?? stream.duration;
  if (duration !== null && duration > LONGEST_VOICE) throw tooLong(name, duration);
  return { ...stream, duration };
}

/** What a command ends with that could not start its program. */
const NOT_FOUND = 127;

/** Sample rates that recordings have, Hz. */
const LOWEST_RATE = 2000;
const HIGHEST_RATE = 768_000;

const HEADER_BYTES = 65_536;
/** What programs write for a length that they don't know yet. */
const UNKNOWN_LENGTHS = new Set([0, 0xffffffff, 0x7fffffff]);

/** How long a WAV file says it is, seconds; ffprobe tells only how much of it is there. */
async function wavDuration(path: string): Promise<number | null> {
  const file = await open(path, 'r');
  const { buffer, bytesRead } = await file.read(Buffer.alloc(HEADER_BYTES), 0, HEADER_BYTES, 0);
  await file.close();
  const found = findWavSamples(buffer.subarray(0, bytesRead));
  if (!found || UNKNOWN_LENGTHS.has(found.dataLength) || found.bytesPerSecond === 0) return null;
  return found.dataLength / found.bytesPerSecond;
}

export function tooLong(name: string, seconds: number): Problem {
  const minutes = Math.round(seconds / 60);
  return new Problem(
    'too-large',
    `“${name}” is ${minutes} minutes long; a voice can be up to ${LONGEST_VOICE / 60} minutes. Cut it into shorter lines.`,
  );
}

interface ProbeOutput {
  readonly format?: { readonly duration?: string };
  readonly streams?: readonly {
    readonly codec_type?: string;
    readonly sample_rate?: string;
    readonly channels?: number;
    readonly duration?: string;
  }[];
}

function audioStream(json: string): ProbedVoice | null {
  const { format, streams } = JSON.parse(json) as ProbeOutput;
  const stream = streams?.find(({ codec_type }) => codec_type === 'audio');
  if (!stream) return null;
  const duration = Number(stream.duration ?? format?.duration);
  const sampleRate = Number(stream.sample_rate);
  const channels = stream.channels ?? 0;
  if (!(sampleRate > 0 && channels > 0)) return null;
  return { duration: Number.isFinite(duration) ? duration : null, sampleRate, channels };
}

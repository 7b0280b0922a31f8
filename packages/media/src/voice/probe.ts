import { stat } from 'node:fs/promises';
import { Problem } from '@cruvo/core/problem';
import { LONGEST_VOICE } from '@cruvo/core/scene';
import { run } from '../tools';

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
  const { size } = await stat(path);
  if (size === 0) throw new Problem('bad-input', `“${name}” is empty. Export the recording again.`);
  const { code, stdout } = await run('ffprobe', [
    ...['-v', 'error', ...CONFINED, '-of', 'json'],
    ...['-show_entries', 'format=duration:stream=codec_type,sample_rate,channels,duration'],
    path,
  ]);
  const stream = code === 0 ? audioStream(stdout) : null;
  if (!stream) {
    throw new Problem(
      'bad-input',
      `“${name}” is not a sound that Cruvo can read. Use a WAV, MP3, FLAC, Ogg or M4A file.`,
    );
  }
  if (stream.duration !== null && stream.duration > LONGEST_VOICE)
    throw tooLong(name, stream.duration);
  return stream;
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

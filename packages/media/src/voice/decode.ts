import { spawn } from 'node:child_process';
import type { Readable } from 'node:stream';
import type { PcmBlock } from '@cruvo/core/audio';
import { Problem, cancelled } from '@cruvo/core/problem';
import { LONGEST_VOICE } from '@cruvo/core/scene';
import { limited } from '../sandbox/limits';
import { asMissingTool } from '../tools';
import { CONFINED, probeVoice, tooLong } from './probe';

/** Working voices have this sample rate, Hz, whatever the recording had. */
export const WORKING_RATE = 48_000;
const MOST_CHANNELS = 2;
/** A file whose sound ends this much earlier than it says was cut off, seconds. */
const TRUNCATION_SLACK = 0.5;

/** The form of the samples that decoding gives. */
export interface DecodedFormat {
  readonly sampleRate: number;
  readonly channels: number;
}

export interface DecodingOptions {
  readonly signal?: AbortSignal | undefined;
  /** Takes the share that is decoded, 0 to 1; 0 as long as the file doesn't say how long it is. */
  readonly onProgress?: ((share: number) => void) | undefined;
}

/**
 * Decodes a sound file to 16-bit samples at 48 kHz, handing them over block by block as they come.
 *
 * @returns the length in seconds
 * @throws Problem in one sentence when the file is empty, no sound, damaged, cut off or too long
 */
export async function decodeVoice(
  path: string,
  name: string,
  onBlock: (block: PcmBlock) => void | Promise<void>,
  { signal, onProgress }: DecodingOptions = {},
): Promise<{ duration: number } & DecodedFormat> {
  const probed = await probeVoice(path, name);
  const channels = Math.min(MOST_CHANNELS, probed.channels);
  const [program, ...args] = limited([
    ...['ffmpeg', '-v', 'error', '-nostdin', ...CONFINED, '-i', path, '-map', '0:a:0', '-vn'],
    ...['-ac', String(channels), '-ar', String(WORKING_RATE), '-f', 's16le', 'pipe:1'],
  ]);
  const decoder = spawn(program, args, {
    stdio: ['ignore', 'pipe', 'ignore'],
    ...(signal ? { signal } : {}),
  });
  const ended = new Promise<number | null>((resolve, reject) => {
    decoder.on('error', (error) =>
      reject(signal?.aborted ? cancelled() : asMissingTool('ffmpeg', error)),
    );
    decoder.on('close', resolve);
  });
  // Waited for below; until then a failure to start must not count as unhandled.
  ended.catch(() => undefined);

  let frames = 0;
  try {
    for await (const samples of wholeFrames(decoder.stdout, channels)) {
      frames += samples.length / channels;
      if (frames > LONGEST_VOICE * WORKING_RATE) throw tooLong(name, frames / WORKING_RATE);
      await onBlock({ sampleRate: WORKING_RATE, channels, samples });
      onProgress?.(probed.duration ? Math.min(1, frames / WORKING_RATE / probed.duration) : 0);
    }
  } finally {
    decoder.kill('SIGKILL');
  }
  await ended;
  if (frames === 0)
    throw new Problem('bad-input', `“${name}” holds no sound: it is 0 seconds long.`);
  const duration = frames / WORKING_RATE;
  if (probed.duration !== null && probed.duration - duration > TRUNCATION_SLACK) {
    throw new Problem(
      'bad-input',
      `“${name}” is cut off: it should be ${probed.duration.toFixed(1)} s long, but only ${duration.toFixed(1)} s are there. Export or copy it again.`,
    );
  }
  return { duration, sampleRate: WORKING_RATE, channels };
}

/** Bytes from a stream as whole sample frames of 16-bit integers. */
async function* wholeFrames(stream: Readable, channels: number): AsyncGenerator<Int16Array> {
  const frameBytes = 2 * channels;
  let rest: Buffer = Buffer.alloc(0);
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    const bytes = rest.length > 0 ? Buffer.concat([rest, chunk]) : chunk;
    const whole = bytes.length - (bytes.length % frameBytes);
    rest = bytes.subarray(whole);
    if (whole === 0) continue;
    // Copied, since a view needs an even offset.
    const aligned = new Uint8Array(whole);
    aligned.set(bytes.subarray(0, whole));
    yield new Int16Array(aligned.buffer);
  }
}

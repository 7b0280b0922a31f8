import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { type VoiceChannel, heardChannel } from '@cruvo/core/audio';
import { readWavHeader } from '@cruvo/core/formats';
import {
  type LiveFrame,
  LiveSpeechAnalyzer,
  type ScriptToFind,
  type Sound,
  SpeechAnalyzer,
  type VoiceTrack,
  liveSounds,
} from '@cruvo/core/speech';
import { decodeVoice, WORKING_RATE } from './decode';
import { shippedSoundModel } from './soundModel';

const HEADER_PROBE = 4096;

export interface HearingOptions {
  /** What to look for; null to hear the voice alone. */
  readonly script: ScriptToFind | null;
  readonly channel: VoiceChannel;
  readonly signal?: AbortSignal;
}

/** Hears a working voice, reading it as a stream. */
export async function analyseWorkingVoice(
  path: string,
  { script, channel }: Omit<HearingOptions, 'signal'>,
): Promise<VoiceTrack> {
  const file = await open(path, 'r');
  const { buffer, bytesRead } = await file.read(Buffer.alloc(HEADER_PROBE), 0, HEADER_PROBE, 0);
  await file.close();
  const { sampleRate, channels, dataStart, dataLength } = readWavHeader(
    buffer.subarray(0, bytesRead),
  );
  const hearing = new SpeechAnalyzer(await shippedSoundModel(), sampleRate, script);
  const stream = createReadStream(path, {
    start: dataStart,
    end: dataStart + dataLength - 1,
    highWaterMark: 2 * channels * sampleRate,
  });
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    const samples = new Int16Array(chunk.buffer, chunk.byteOffset, chunk.length >> 1);
    hearing.pushBlock({ sampleRate, channels, samples }, channel);
  }
  return hearing.finish();
}

/**
 * Hears any recording.
 *
 * @param name what to call it in messages
 * @throws Problem; see decodeVoice and SpeechAnalyzer.finish
 */
export async function hearRecording(
  path: string,
  name: string,
  { script, channel, signal }: HearingOptions,
): Promise<VoiceTrack> {
  const hearing = new SpeechAnalyzer(await shippedSoundModel(), WORKING_RATE, script);
  await decodeVoice(path, name, (block) => hearing.pushBlock(block, channel), { signal });
  return hearing.finish();
}

/** Hears a recording as if it came from a microphone, block by block, with nothing known of what comes. */
export async function hearAsLive(
  path: string,
  name: string,
  { channel, signal }: Pick<HearingOptions, 'channel' | 'signal'>,
): Promise<{ duration: number; sounds: Sound[] }> {
  const model = await shippedSoundModel();
  const hearing = new LiveSpeechAnalyzer(model, WORKING_RATE);
  const frames: LiveFrame[] = [];
  const { duration } = await decodeVoice(
    path,
    name,
    (block) => void frames.push(...hearing.push(heardChannel(block, channel))),
    { signal },
  );
  frames.push(...hearing.finish());
  return { duration, sounds: liveSounds(frames, model, duration) };
}

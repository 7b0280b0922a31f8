import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { LoudnessMeter, mixToMono } from '@cruvo/core/audio';
import { readWavHeader } from '@cruvo/core/formats';
import { hearLoudness, type VoiceTrack } from '@cruvo/core/speech';

const HEADER_PROBE = 4096;

/** Hears a working voice by its loudness, reading it as a stream. */
export async function hearWorkingVoice(path: string): Promise<VoiceTrack> {
  const file = await open(path, 'r');
  const { buffer, bytesRead } = await file.read(Buffer.alloc(HEADER_PROBE), 0, HEADER_PROBE, 0);
  await file.close();
  const { sampleRate, channels, dataStart, dataLength } = readWavHeader(
    buffer.subarray(0, bytesRead),
  );
  const meter = new LoudnessMeter(sampleRate);
  const frameBytes = 2 * channels;
  const stream = createReadStream(path, {
    start: dataStart,
    end: dataStart + dataLength - 1,
    highWaterMark: frameBytes * sampleRate,
  });
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    const samples = new Int16Array(chunk.buffer, chunk.byteOffset, chunk.length >> 1);
    meter.push(mixToMono({ sampleRate, channels, samples }));
  }
  return hearLoudness(meter.finish(), dataLength / frameBytes / sampleRate);
}

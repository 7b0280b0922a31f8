import type { PcmBlock } from '@cruvo/core/audio';
import { readWavHeader } from '@cruvo/core/formats';
import { Problem } from '@cruvo/core/problem';

const HEADER_BYTES = 128;

/** A working voice on the server, of which any stretch can be read. */
export interface VoiceReader {
  readonly sampleRate: number;
  readonly channels: number;
  /** Seconds. */
  readonly duration: number;
  /** The samples between two times in seconds, as far as the voice goes. */
  read(start: number, end: number): Promise<PcmBlock>;
}

export async function openVoice(url: string): Promise<VoiceReader> {
  const header = readWavHeader(new Uint8Array(await fetchRange(url, 0, HEADER_BYTES)));
  const { sampleRate, channels, dataStart, dataLength } = header;
  const frameBytes = 2 * channels;
  const frames = dataLength / frameBytes;
  return {
    sampleRate,
    channels,
    duration: frames / sampleRate,
    read: async (start, end) => {
      const first = Math.max(0, Math.round(start * sampleRate));
      const last = Math.min(frames, Math.round(end * sampleRate));
      if (last <= first) return { sampleRate, channels, samples: new Int16Array(0) };
      const bytes = await fetchRange(
        url,
        dataStart + first * frameBytes,
        dataStart + last * frameBytes,
      );
      return { sampleRate, channels, samples: new Int16Array(bytes) };
    },
  };
}

async function fetchRange(url: string, start: number, end: number): Promise<ArrayBuffer> {
  const response = await fetch(url, { headers: { Range: `bytes=${start}-${end - 1}` } }).catch(
    () => null,
  );
  if (!response?.ok)
    throw new Problem('unavailable', 'The voice can’t be read from the studio’s server just now.');
  return response.arrayBuffer();
}

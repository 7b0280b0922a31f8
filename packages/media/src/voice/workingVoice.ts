import { open } from 'node:fs/promises';
import { PeakMeter } from '@cruvo/core/audio';
import { WAV_HEADER_BYTES, wavHeader } from '@cruvo/core/formats';
import { toFlicks, type Flicks } from '@cruvo/core/time';
import { asFullDisk } from '../tools';
import { decodeVoice, type DecodingOptions } from './decode';

/** How long a working voice is, and the form of its samples. */
export interface VoiceFormat {
  readonly duration: Flicks;
  readonly sampleRate: number;
  readonly channels: number;
}

export interface WorkingVoice extends VoiceFormat {
  /** Waveform peaks; see PeakMeter. */
  readonly peaks: Int8Array;
}

/**
 * Writes the copy of a recording that Cruvo works with: 16-bit WAV at 48 kHz, one or two channels.
 * The browser reads any stretch of it without a decoder, and film and stage hear the same samples.
 *
 * @throws Problem; see decodeVoice
 */
export async function writeWorkingVoice(
  source: string,
  name: string,
  target: string,
  options: DecodingOptions = {},
): Promise<WorkingVoice> {
  const file = await open(target, 'w');
  try {
    let position = WAV_HEADER_BYTES;
    let peaks: PeakMeter | null = null;
    const decoded = await decodeVoice(
      source,
      name,
      async (block) => {
        peaks ??= new PeakMeter(block.sampleRate);
        peaks.push(block);
        const { samples } = block;
        await file.write(samples, 0, samples.byteLength, position);
        position += samples.byteLength;
      },
      options,
    );
    const header = wavHeader(decoded.sampleRate, decoded.channels, position - WAV_HEADER_BYTES);
    await file.write(header, 0, header.length, 0);
    const duration = toFlicks(decoded.duration);
    return { ...decoded, duration, peaks: (peaks ?? new PeakMeter(decoded.sampleRate)).finish() };
  } catch (error) {
    throw asFullDisk(error);
  } finally {
    await file.close();
  }
}

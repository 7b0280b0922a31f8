import { open, type FileHandle } from 'node:fs/promises';
import { addToMix } from '@cruvo/core/audio';
import { readWavHeader, type WavHeader } from '@cruvo/core/formats';

/** A voice in the film: a working voice's file and when it begins, seconds. */
export interface SoundAtTime {
  readonly path: string;
  readonly start: number;
}

/** Working voices have this sample rate, Hz, and so does the mix. */
export const MIX_RATE = 48_000;
export const MIX_CHANNELS = 2;
/** Frames that are mixed at once. */
const BLOCK = MIX_RATE / 2;
const HEADER_PROBE = 4096;

/**
 * Mixes a film's sounds: interleaved stereo, 32-bit floats, block by block from the beginning to the end. Each file
 * is open only as long as it is heard.
 *
 * @param length seconds
 */
export async function* mixedSound(
  sounds: readonly SoundAtTime[],
  length: number,
): AsyncGenerator<Float32Array<ArrayBuffer>> {
  const waiting = sounds
    .map(({ path, start }) => ({ path, start: Math.round(start * MIX_RATE) }))
    .sort((a, b) => a.start - b.start);
  const total = Math.round(length * MIX_RATE);
  let heard: OpenSound[] = [];
  try {
    for (let from = 0; from < total; from += BLOCK) {
      const mix = new Float32Array(MIX_CHANNELS * Math.min(BLOCK, total - from));
      while (waiting.length > 0 && waiting[0]!.start < from + BLOCK) {
        const { path, start } = waiting.shift()!;
        heard.push(await OpenSound.open(path, start));
      }
      for (const sound of heard) await sound.addTo(mix, from);
      const over = heard.filter(({ end }) => end <= from + BLOCK);
      heard = heard.filter(({ end }) => end > from + BLOCK);
      await Promise.all(over.map((sound) => sound.close()));
      yield mix;
    }
  } finally {
    await Promise.all(heard.map((sound) => sound.close()));
  }
}

/** A working voice that is being heard. */
class OpenSound {
  private constructor(
    private readonly file: FileHandle,
    private readonly header: WavHeader,
    /** Frame of the mix. */
    private readonly start: number,
  ) {}

  static async open(path: string, start: number): Promise<OpenSound> {
    const file = await open(path, 'r');
    const { buffer, bytesRead } = await file.read(Buffer.alloc(HEADER_PROBE), 0, HEADER_PROBE, 0);
    return new OpenSound(file, readWavHeader(buffer.subarray(0, bytesRead)), start);
  }

  private get frameBytes(): number {
    return 2 * this.header.channels;
  }

  /** Frame of the mix after its last one. */
  get end(): number {
    return this.start + this.header.dataLength / this.frameBytes;
  }

  /** Adds what is heard of it to a block that begins at a frame of the mix. */
  async addTo(mix: Float32Array, from: number): Promise<void> {
    const first = Math.max(0, from - this.start);
    const last = Math.min(this.end, from + mix.length / MIX_CHANNELS) - this.start;
    if (last <= first) return;
    const bytes = new Uint8Array((last - first) * this.frameBytes);
    const position = this.header.dataStart + first * this.frameBytes;
    const { bytesRead } = await this.file.read(bytes, 0, bytes.length, position);
    const samples = new Int16Array(bytes.buffer, 0, bytesRead >> 1);
    const { sampleRate, channels } = this.header;
    addToMix(mix, { sampleRate, channels, samples }, this.start + first - from);
  }

  close(): Promise<void> {
    return this.file.close();
  }
}

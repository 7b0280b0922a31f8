import { open, type FileHandle } from 'node:fs/promises';
import { addToMix, envelopePoints, factorAt, type EnvelopePoint } from '@cruvo/core/audio';
import { readWavHeader, type WavHeader } from '@cruvo/core/formats';
import type { PlacedSound } from '@cruvo/core/scene';

/** A voice in the film: what is heard of a working voice's file. */
export interface FilmSound extends PlacedSound {
  readonly path: string;
  /** Of the line. */
  readonly name: string;
}

/** Working voices have this sample rate, Hz, and so does the mix. */
export const MIX_RATE = 48_000;
export const MIX_CHANNELS = 2;
/** Frames that are mixed at once. */
const BLOCK = MIX_RATE / 2;
const HEADER_PROBE = 4096;

/** Interleaved stereo, 32-bit floats, block by block. */
export type Mix = AsyncIterable<Float32Array<ArrayBuffer>>;

/**
 * Mixes a film's sounds from one time to another. Each file is open only as long as it is heard.
 *
 * @param from @param to seconds
 * @param gain by which samples are multiplied
 */
export async function* mixedSound(
  sounds: readonly FilmSound[],
  { from: start, to: end, gain = 1 }: { from: number; to: number; gain?: number },
): AsyncGenerator<Float32Array<ArrayBuffer>> {
  const waiting = sounds
    .filter((sound) => sound.start + sound.duration > start)
    .sort((a, b) => a.start - b.start);
  const total = framesIn(end);
  let heard: OpenSound[] = [];
  try {
    for (let from = framesIn(start); from < total; from += BLOCK) {
      const mix = new Float32Array(MIX_CHANNELS * Math.min(BLOCK, total - from));
      while (waiting.length > 0 && framesIn(waiting[0]!.start) < from + BLOCK) {
        heard.push(await OpenSound.open(waiting.shift()!));
      }
      for (const sound of heard) await sound.addTo(mix, from);
      const over = heard.filter(({ end }) => end <= from + BLOCK);
      heard = heard.filter(({ end }) => end > from + BLOCK);
      await Promise.all(over.map((sound) => sound.close()));
      if (gain !== 1) for (let at = 0; at < mix.length; at++) mix[at]! *= gain;
      yield mix;
    }
  } finally {
    await Promise.all(heard.map((sound) => sound.close()));
  }
}

const framesIn = (seconds: number) => Math.round(seconds * MIX_RATE);

/** A working voice that is being heard. */
class OpenSound {
  /** Frame of the mix. */
  private readonly start: number;
  /** Frame of the file. */
  private readonly offset: number;
  private readonly envelope: readonly EnvelopePoint[];

  private constructor(
    private readonly file: FileHandle,
    private readonly header: WavHeader,
    private readonly placed: PlacedSound,
  ) {
    this.start = framesIn(placed.start);
    this.offset = framesIn(placed.offset);
    this.envelope = envelopePoints(placed.envelope, placed.duration);
  }

  static async open(sound: FilmSound): Promise<OpenSound> {
    const file = await open(sound.path, 'r');
    const { buffer, bytesRead } = await file.read(Buffer.alloc(HEADER_PROBE), 0, HEADER_PROBE, 0);
    return new OpenSound(file, readWavHeader(buffer.subarray(0, bytesRead)), sound);
  }

  private get frameBytes(): number {
    return 2 * this.header.channels;
  }

  /** Frame of the mix after its last one. */
  get end(): number {
    const left = this.header.dataLength / this.frameBytes - this.offset;
    return this.start + Math.min(left, framesIn(this.placed.duration));
  }

  /** Adds what is heard of it to a block that begins at a frame of the mix. */
  async addTo(mix: Float32Array, from: number): Promise<void> {
    const first = Math.max(0, from - this.start);
    const last = Math.min(this.end, from + mix.length / MIX_CHANNELS) - this.start;
    if (last <= first) return;
    const bytes = new Uint8Array((last - first) * this.frameBytes);
    const position = this.header.dataStart + (this.offset + first) * this.frameBytes;
    const { bytesRead } = await this.file.read(bytes, 0, bytes.length, position);
    const samples = new Int16Array(bytes.buffer, 0, bytesRead >> 1);
    const { sampleRate, channels } = this.header;
    const factors = Float32Array.from({ length: last - first }, (_, frame) =>
      factorAt(this.envelope, (first + frame) / MIX_RATE),
    );
    addToMix(mix, { sampleRate, channels, samples }, this.start + first - from, factors);
  }

  close(): Promise<void> {
    return this.file.close();
  }
}

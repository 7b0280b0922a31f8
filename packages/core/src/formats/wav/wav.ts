import { Problem } from '../../problem';

/** What a WAV header says of 16-bit PCM sound. */
export interface WavHeader {
  readonly sampleRate: number;
  readonly channels: number;
  /** Where the samples begin and how long they are, in bytes. */
  readonly dataStart: number;
  readonly dataLength: number;
}

export const WAV_HEADER_BYTES = 44;
const PCM = 1;
const BYTES_PER_SAMPLE = 2;

/** The canonical 44-byte header of a PCM WAV file (RIFF; Microsoft and IBM, 1991). @param dataLength bytes */
export function wavHeader(
  sampleRate: number,
  channels: number,
  dataLength: number,
  bytesPerSample = BYTES_PER_SAMPLE,
): Uint8Array {
  const header = new DataView(new ArrayBuffer(WAV_HEADER_BYTES));
  const frameBytes = channels * bytesPerSample;
  writeTag(header, 0, 'RIFF');
  header.setUint32(4, WAV_HEADER_BYTES - 8 + dataLength, true);
  writeTag(header, 8, 'WAVE');
  writeTag(header, 12, 'fmt ');
  header.setUint32(16, 16, true);
  header.setUint16(20, PCM, true);
  header.setUint16(22, channels, true);
  header.setUint32(24, sampleRate, true);
  header.setUint32(28, sampleRate * frameBytes, true);
  header.setUint16(32, frameBytes, true);
  header.setUint16(34, 8 * bytesPerSample, true);
  writeTag(header, 36, 'data');
  header.setUint32(40, dataLength, true);
  return new Uint8Array(header.buffer);
}

/** What any WAV header says, whatever the coding of its samples. */
export interface WavExtent extends WavHeader {
  /** 1 for PCM. */
  readonly coding: number;
  readonly bitsPerSample: number;
  readonly bytesPerSecond: number;
}

/**
 * Finds the samples of a WAV file, skipping chunks it does not know.
 *
 * @param bytes the beginning of the file, up to the samples at least
 * @returns null when these are not the first bytes of a WAV file
 */
export function findWavSamples(bytes: Uint8Array): WavExtent | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 12 || tagAt(view, 0) !== 'RIFF' || tagAt(view, 8) !== 'WAVE') return null;
  let format: Omit<WavExtent, 'dataStart' | 'dataLength'> | null = null;
  for (let at = 12; at + 8 <= bytes.length;) {
    const tag = tagAt(view, at);
    const length = view.getUint32(at + 4, true);
    if (tag === 'data') return format && { ...format, dataStart: at + 8, dataLength: length };
    if (tag === 'fmt ') {
      if (at + 24 > bytes.length) return null;
      format = {
        coding: view.getUint16(at + 8, true),
        channels: view.getUint16(at + 10, true),
        sampleRate: view.getUint32(at + 12, true),
        bytesPerSecond: view.getUint32(at + 16, true),
        bitsPerSample: view.getUint16(at + 22, true),
      };
    }
    at += 8 + length + (length & 1);
  }
  return null;
}

/**
 * Reads the header of a 16-bit PCM WAV file.
 *
 * @param bytes the beginning of the file, up to the samples at least
 * @throws Problem when these are not the first bytes of such a file
 */
export function readWavHeader(bytes: Uint8Array): WavHeader {
  const found = findWavSamples(bytes);
  if (found?.coding !== PCM || found.bitsPerSample !== 8 * BYTES_PER_SAMPLE) throw notPcm();
  const { sampleRate, channels, dataStart, dataLength } = found;
  return { sampleRate, channels, dataStart, dataLength };
}

function notPcm(): Problem {
  return new Problem('bad-input', 'This is not a WAV file with 16-bit samples.');
}

function tagAt(view: DataView, at: number): string {
  return String.fromCharCode(...[0, 1, 2, 3].map((offset) => view.getUint8(at + offset)));
}

function writeTag(view: DataView, at: number, tag: string): void {
  [...tag].forEach((letter, offset) => view.setUint8(at + offset, letter.charCodeAt(0)));
}

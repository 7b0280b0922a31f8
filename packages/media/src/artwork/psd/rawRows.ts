import type { Layer, Psd } from 'ag-psd';

/** Compression of channels (Adobe Photoshop File Formats Specification, image data). */
const [PLAIN, PACKED] = [0, 1];

/**
 * Unpacks channels of more than 8 bits whose rows are packed as runs of bytes, which the package that reads the file
 * takes for runs of samples.
 */
export function unpackRows(layer: Layer): void {
  const { rawData } = layer;
  if (!rawData || rawData.bitsPerChannel <= 8) return;
  for (const channel of rawData.channels) {
    if (channel.compression !== PACKED || !channel.data) continue;
    const mask = channel.id === -2 ? layer.mask : channel.id === -3 ? layer.realMask : null;
    const area = mask ?? layer;
    const height = Math.max(0, (area.bottom ?? 0) - (area.top ?? 0));
    channel.data = unpacked(channel.data, height, rawData.large);
    channel.compression = PLAIN;
  }
}

/** The same for the flat picture of a file without layers. @param large whether the file has long lengths (PSB) */
export function unpackFlatRows(psd: Psd, large: boolean): void {
  const { rawCompositeData: raw, height, channels = 3, bitsPerChannel = 8 } = psd;
  if (!raw || bitsPerChannel <= 8 || raw[1] !== PACKED) return;
  const rows = unpacked(raw.subarray(2), height * channels, large);
  const whole = new Uint8Array(2 + rows.length);
  whole.set(rows, 2);
  psd.rawCompositeData = whole;
}

/** Rows of runs (Apple, PackBits, 1996), after a table of how long each row is. */
function unpacked(bytes: Uint8Array, rows: number, large: boolean): Uint8Array {
  const parts: number[] = [];
  const end = bytes.length;
  let at = rows * (large ? 4 : 2);
  while (at < end) {
    const head = bytes[at++]!;
    if (head < 128)
      for (let left = head + 1; left > 0 && at < end; left--) parts.push(bytes[at++]!);
    else if (head > 128 && at < end) {
      const value = bytes[at++]!;
      for (let left = 257 - head; left > 0; left--) parts.push(value);
    }
  }
  return Uint8Array.from(parts);
}

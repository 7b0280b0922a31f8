import type { Layer, Psd } from 'ag-psd';

/** Compression of channels (Adobe Photoshop File Formats Specification, image data). */
export const [PLAIN, PACKED] = [0, 1];

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
    const rows = Math.max(0, (area.bottom ?? 0) - (area.top ?? 0));
    const columns = Math.max(0, (area.right ?? 0) - (area.left ?? 0));
    const rowBytes = columns * (rawData.bitsPerChannel / 8);
    channel.data = unpacked(channel.data, { rows, rowBytes, large: rawData.large });
    channel.compression = PLAIN;
  }
}

/** The same for the flat picture of a file without layers. @param large whether the file has long lengths (PSB) */
export function unpackFlatRows(psd: Psd, large: boolean): void {
  const { rawCompositeData: raw, width, height, channels = 3, bitsPerChannel = 8 } = psd;
  if (!raw || bitsPerChannel <= 8 || raw[1] !== PACKED) return;
  const rowBytes = width * (bitsPerChannel / 8);
  const rows = unpacked(raw.subarray(2), { rows: height * channels, rowBytes, large });
  const whole = new Uint8Array(2 + rows.length);
  whole.set(rows, 2);
  psd.rawCompositeData = whole;
}

/**
 * Rows of runs (Apple, PackBits, 1996), after a table of how long each row is.
 *
 * @param large whether the table has long lengths (PSB)
 * @returns as many bytes as all rows have; what is missing at the end of a file is 0
 */
export function unpacked(
  bytes: Uint8Array,
  { rows, rowBytes, large }: { readonly rows: number; readonly rowBytes: number; large: boolean },
): Uint8Array {
  const whole = new Uint8Array(rows * rowBytes);
  const end = bytes.length;
  let from = rows * (large ? 4 : 2);
  let to = 0;
  while (from < end && to < whole.length) {
    const head = bytes[from++]!;
    if (head < 128) {
      const run = bytes.subarray(from, Math.min(from + head + 1, from + whole.length - to));
      whole.set(run, to);
      from += head + 1;
      to += head + 1;
    } else if (head > 128 && from < end) {
      whole.fill(bytes[from++]!, to, to + 257 - head);
      to += 257 - head;
    }
  }
  return whole;
}

import { getCompositeImageData, initializeCanvas, readPsd, type Layer, type Psd } from 'ag-psd';
import { Problem } from '@cruvo/core/problem';
import type { Pixels } from '../layerStore';
import { checkSide, PixelBudget } from '../limits';
import { inkPixels } from './inks';
import { inBytes } from './pixels';
import { takePixels } from './pixelStock';
import { unpackFlatRows, unpackRows } from './rawRows';

// The package asks for canvases only where it is not given plain pixels.
initializeCanvas(
  () => {
    throw new Error('Pictures of a PSD are read as pixels.');
  },
  (width, height) =>
    ({ width, height, data: takePixels(width * height * 4) }) as unknown as ImageData,
);

/** Where the header says the colour mode, bytes. */
const MODE_AT = 24;
const [RGB, CMYK] = [3, 4];
/** Colour modes that can be read, and of how many bits a channel. */
const READ: ReadonlyMap<number, readonly number[]> = new Map([
  [0, [1]],
  [1, [8, 16, 32]],
  [2, [8]],
  [RGB, [8, 16, 32]],
  [CMYK, [8]],
]);
/** The others. */
const COLOUR_MODES: ReadonlyMap<number, string> = new Map([
  [7, 'several inks'],
  [8, 'duotone'],
  [9, 'Lab colours'],
]);

/** A file whose pixels stay packed until each layer's turn comes. */
export interface OpenedPsd {
  readonly psd: Psd;
  readonly isCmyk: boolean;
}

/** @throws Problem when it is damaged, too large, or of colours that can't be read */
export function openPsd(bytes: Buffer, name: string): OpenedPsd {
  const mode = checkHeader(bytes, name);
  const psd = parsed(bytes, mode, name);
  checkPixels(psd, name);
  return { psd, isCmyk: mode === CMYK };
}

/** The flat picture of a file; null where it has none, or one that can't be read. */
export function flatPixels(bytes: Buffer, { isCmyk }: OpenedPsd): Pixels | null {
  const large = isLarge(bytes);
  try {
    const psd = readPsd(bytes, { ...AS_PACKED, skipLayerImageData: true });
    if (isCmyk) {
      const { rawCompositeData, width, height, channels = 0 } = psd;
      return rawCompositeData
        ? inkPixels(rawCompositeData, { width, height, channels, large })
        : null;
    }
    unpackFlatRows(psd, large);
    const flat = getCompositeImageData(psd);
    return flat ? inBytes(flat) : null;
  } catch {
    return null;
  }
}

/** The colour mode, from the first 26 bytes (Adobe Photoshop File Formats Specification, file header). */
function checkHeader(bytes: Buffer, name: string): number {
  if (bytes.length < 26) throw damaged(name);
  const version = bytes.readUInt16BE(4);
  const [height, width] = [bytes.readUInt32BE(14), bytes.readUInt32BE(18)];
  const [depth, mode] = [bytes.readUInt16BE(22), bytes.readUInt16BE(MODE_AT)];
  if (version !== 1 && version !== 2) throw damaged(name);
  checkSide(width, height, name);
  const depths = READ.get(mode);
  if (!depths) {
    const colours = COLOUR_MODES.get(mode) ?? 'other colours';
    throw new Problem(
      'bad-input',
      `“${name}” is drawn in ${colours}, which Cruvo can’t read. Turn it into RGB, 8 bits a channel, and save it again.`,
    );
  }
  if (!depths.includes(depth)) {
    throw new Problem(
      'bad-input',
      `“${name}” has ${depth} bits a channel, which Cruvo can’t read in these colours. Turn it into RGB, 8 bits a channel, and save it again.`,
    );
  }
  return mode;
}

const AS_PACKED = { useRawData: true, skipThumbnail: true, skipLinkedFilesData: true } as const;

/** Whether a file is of the kind with long lengths (PSB). */
const isLarge = (bytes: Buffer) => bytes.readUInt16BE(4) === 2;

/** The file without its pixels, which stay packed until each layer's turn comes. */
function parsed(bytes: Buffer, mode: number, name: string): Psd {
  // The package reads layers of CMYK, but no file that says it is.
  if (mode === CMYK) bytes.writeUInt16BE(RGB, MODE_AT);
  let psd: Psd;
  try {
    psd = readPsd(bytes, { ...AS_PACKED, skipCompositeImageData: true });
  } catch {
    throw damaged(name);
  }
  const prepare = (layer: Layer) => {
    if (layer.rawData) layer.rawData.colorMode = mode;
    unpackRows(layer);
    layer.children?.forEach(prepare);
  };
  psd.children?.forEach(prepare);
  return psd;
}

/** What is read, or a sentence where the package fails over what it finds. */
export async function whole<Result>(read: () => Promise<Result>, name: string): Promise<Result> {
  try {
    return await read();
  } catch {
    throw damaged(name);
  }
}

/** Adds up the pixels of all layers and masks before any is unpacked. */
function checkPixels({ width, height, children = [] }: Psd, name: string): void {
  const budget = new PixelBudget(name);
  const add = (layer: Layer) => {
    for (const area of layer.mask ? [layer, layer.mask] : [layer]) {
      budget.add(
        sideOf(area.left, area.right),
        sideOf(area.top, area.bottom),
        layer.name ?? 'layer',
      );
    }
    layer.children?.forEach(add);
  };
  if (children.length === 0) budget.add(width, height, name);
  children.forEach(add);
}

const sideOf = (from = 0, to = 0) => Math.max(0, to - from);

export const damaged = (name: string) =>
  new Problem('bad-input', `“${name}” is damaged or cut off. Save it again.`);

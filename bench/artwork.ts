import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writePsdBuffer, type Layer } from 'ag-psd';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { readArtwork } from '@cruvo/media/artwork';

/** Sides of the page and of each layer on it, pixels. */
export interface Sheet {
  readonly page: number;
  readonly side: number;
}

export const USUAL_SHEET: Sheet = { page: 4000, side: 300 };
export const HUGE_SHEET: Sheet = { page: 10_000, side: 1000 };

export type ArtworkKind = 'svg' | 'ora' | 'psd';

/** Seconds to take in a file of so many layers, in this process. */
export async function benchArtwork(
  kind: ArtworkKind,
  layers: number,
  sheet = USUAL_SHEET,
): Promise<number> {
  return secondsToRead(kind, await FILES[kind](layers, sheet));
}

async function secondsToRead(kind: ArtworkKind, file: Uint8Array): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const path = join(folder, `artwork.${kind}`);
  writeFileSync(path, file);
  const keep = async (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
  const began = performance.now();
  await readArtwork([{ path, name: 'artwork' }], { keep, report: () => undefined });
  const seconds = (performance.now() - began) / 1000;
  rmSync(folder, { recursive: true });
  return seconds;
}

/** Seconds to take in a drawing of twelve blurred shapes. */
export function benchBlurs(): Promise<number> {
  const shapes = Array.from({ length: 12 }, (_, at) => {
    const blur = `<filter id="blur ${at}"><feGaussianBlur stdDeviation="${8 + 3 * at}"/></filter>`;
    const shape = `<ellipse cx="${300 + 120 * at}" cy="${300 + 80 * at}" rx="260" ry="180" fill="hsl(${30 * at} 60% 50%)" filter="url('#blur ${at}')"/>`;
    return `${blur}<g id="soft ${at}">${shape}</g>`;
  });
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 2000 1500">${shapes.join('')}</svg>`;
  return secondsToRead('svg', strToU8(drawing));
}

/** Pixels of a page, and of the soft disc on each of its layers, which are all as large as the page. */
const HEAVY = { width: 5000, height: 7000, disc: 1500, layers: 40 };

/** What a PSD of some 330 MB takes: megabytes of the file, of memory more than before, and seconds. */
export function benchHeavyPsd(): Record<'file' | 'memory' | 'seconds', number> {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const path = join(folder, 'artwork.psd');
  const bytes = heavyPsd();
  writeFileSync(path, bytes);
  const program = new URL('artworkProcess.ts', import.meta.url).pathname;
  const said = execFileSync(process.execPath, ['--import', 'tsx', program, path], {
    encoding: 'utf8',
  });
  rmSync(folder, { recursive: true });
  const { megabytes, seconds } = JSON.parse(said) as { megabytes: number; seconds: number };
  return { file: bytes.length / 1e6, memory: megabytes, seconds };
}

function heavyPsd(): Uint8Array {
  const { width, height, disc, layers } = HEAVY;
  const data = new Uint8ClampedArray(4 * width * height);
  const pixels = pixelsOf(1, disc);
  for (let row = 0; row < disc; row++) {
    data.set(pixels.subarray(4 * row * disc, 4 * (row + 1) * disc), 4 * (row + 500) * width);
  }
  const imageData = { width, height, data } as never;
  const children = Array.from({ length: layers }, (_, at) => ({ name: `part ${at}`, imageData }));
  return writePsdBuffer({ width, height, children, imageData });
}

const FILES: Readonly<Record<ArtworkKind, (layers: number, sheet: Sheet) => Promise<Uint8Array>>> =
  {
    svg: async (layers, sheet) => strToU8(svgOf(layers, sheet)),
    ora: oraOf,
    psd: async (layers, sheet) =>
      writePsdBuffer({ width: sheet.page, height: sheet.page, children: psdLayers(layers, sheet) }),
  };

/** Where a layer lies, and how it is coloured: all over the page, all different. */
const placeOf = (at: number, { page, side }: Sheet) => ({
  x: (at * 977) % (page - side),
  y: (at * 613) % (page - side),
  hue: (at * 47) % 360,
});

function svgOf(layers: number, sheet: Sheet): string {
  const { page, side } = sheet;
  const half = side / 2;
  const groups = Array.from({ length: layers }, (_, at) => {
    const { x, y, hue } = placeOf(at, sheet);
    const blob = `M${x} ${y + half}C${x} ${y} ${x + side} ${y} ${x + side} ${y + half}S${x} ${y + side} ${x} ${y + half}Z`;
    return `<g id="part ${at} of it"><path d="${blob}" fill="hsl(${hue} 60% 60%)"/></g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${page} ${page}">${groups.join('')}</svg>`;
}

/** A soft disc, so that pixels differ as in a painting. */
function pixelsOf(at: number, side: number): Uint8ClampedArray {
  const data = new Uint8ClampedArray(side * side * 4);
  const middle = side / 2;
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const far = Math.hypot(x - middle, y - middle) / middle;
      data.set(
        [(x + at * 31) & 255, (y + at * 57) & 255, 128, 255 * Math.max(0, 1 - far)],
        (y * side + x) * 4,
      );
    }
  }
  return data;
}

async function oraOf(layers: number, sheet: Sheet): Promise<Uint8Array> {
  const { page, side } = sheet;
  const files: Record<string, Uint8Array> = {};
  const list: string[] = [];
  for (let at = 0; at < layers; at++) {
    const raw = { width: side, height: side, channels: 4 as const };
    files[`data/${at}.png`] = await sharp(pixelsOf(at, side), { raw }).png().toBuffer();
    const { x, y } = placeOf(at, sheet);
    list.push(`<layer name="part ${at}" src="data/${at}.png" x="${x}" y="${y}"/>`);
  }
  const stack = `<image w="${page}" h="${page}"><stack>${list.join('')}</stack></image>`;
  return zipSync({ 'stack.xml': strToU8(stack), ...files }, { level: 0 });
}

function psdLayers(layers: number, sheet: Sheet): Layer[] {
  const { side } = sheet;
  return Array.from({ length: layers }, (_, at) => {
    const { x, y } = placeOf(at, sheet);
    const imageData = { width: side, height: side, data: pixelsOf(at, side) };
    return { name: `part ${at}`, left: x, top: y, imageData: imageData as never };
  });
}

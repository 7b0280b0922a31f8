import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writePsdBuffer, type Layer } from 'ag-psd';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { readArtwork } from '@cruvo/media/artwork';

const PAGE = 4000;
const SIDE = 300;

export type ArtworkKind = 'svg' | 'ora' | 'psd';

/** Seconds to take in a file of so many layers, 300 pixels a side on a page of 4000, in this process. */
export async function benchArtwork(kind: ArtworkKind, layers: number): Promise<number> {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const path = join(folder, `artwork.${kind}`);
  writeFileSync(path, await FILES[kind](layers));
  const keep = async (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
  const began = performance.now();
  await readArtwork([{ path, name: 'artwork' }], { keep, report: () => undefined });
  const seconds = (performance.now() - began) / 1000;
  rmSync(folder, { recursive: true });
  return seconds;
}

const FILES: Readonly<Record<ArtworkKind, (layers: number) => Promise<Uint8Array>>> = {
  svg: async (layers) => strToU8(svgOf(layers)),
  ora: oraOf,
  psd: async (layers) => writePsdBuffer({ width: PAGE, height: PAGE, children: psdLayers(layers) }),
};

/** Where a layer lies, and how it is coloured: all over the page, all different. */
const placeOf = (at: number) => ({
  x: (at * 977) % (PAGE - SIDE),
  y: (at * 613) % (PAGE - SIDE),
  hue: (at * 47) % 360,
});

function svgOf(layers: number): string {
  const groups = Array.from({ length: layers }, (_, at) => {
    const { x, y, hue } = placeOf(at);
    const blob = `M${x} ${y + 150}C${x} ${y} ${x + 300} ${y} ${x + 300} ${y + 150}S${x} ${y + 300} ${x} ${y + 150}Z`;
    return `<g id="part ${at} of it"><path d="${blob}" fill="hsl(${hue} 60% 60%)"/></g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${PAGE} ${PAGE}">${groups.join('')}</svg>`;
}

/** A soft disc, so that pixels differ as in a painting. */
function pixelsOf(at: number): Uint8ClampedArray {
  const data = new Uint8ClampedArray(SIDE * SIDE * 4);
  const middle = SIDE / 2;
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      const far = Math.hypot(x - middle, y - middle) / middle;
      data.set(
        [(x + at * 31) & 255, (y + at * 57) & 255, 128, 255 * Math.max(0, 1 - far)],
        (y * SIDE + x) * 4,
      );
    }
  }
  return data;
}

async function oraOf(layers: number): Promise<Uint8Array> {
  const files: Record<string, Uint8Array> = {};
  const list: string[] = [];
  for (let at = 0; at < layers; at++) {
    const raw = { width: SIDE, height: SIDE, channels: 4 as const };
    files[`data/${at}.png`] = await sharp(pixelsOf(at), { raw }).png().toBuffer();
    const { x, y } = placeOf(at);
    list.push(`<layer name="part ${at}" src="data/${at}.png" x="${x}" y="${y}"/>`);
  }
  const stack = `<image w="${PAGE}" h="${PAGE}"><stack>${list.join('')}</stack></image>`;
  return zipSync({ 'stack.xml': strToU8(stack), ...files }, { level: 0 });
}

function psdLayers(layers: number): Layer[] {
  return Array.from({ length: layers }, (_, at) => {
    const { x, y } = placeOf(at);
    const imageData = { width: SIDE, height: SIDE, data: pixelsOf(at) };
    return { name: `part ${at}`, left: x, top: y, imageData: imageData as never };
  });
}

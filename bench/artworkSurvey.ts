import { readdirSync, readFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { chromium, type Page } from '@playwright/test';
import { drawingsOfArtwork, type ArtworkLayer } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import { loadImages, nodePainter } from '@cruvo/film/images';
import { compareWithFlat } from '@cruvo/painter/paint';
import {
  comeIn,
  onWhite,
  painted,
  shareOff,
  type CameIn,
} from '../packages/film/src/testing/artworkPictures';
import { CHROMIUM } from '../e2e/chromium';

/** How many drawings are looked at, evenly picked from all of them. */
const COUNT = 200;
/** Pixels of the longer side of both pictures. */
const SIDE = 400;
/** Share of pixels from which on a picture is off. */
const OFF = 0.02;

interface Looked {
  readonly file: string;
  readonly seconds: number;
  /** Share of pixels that are off; null where it was refused. */
  readonly off: number | null;
  readonly parts: number;
  /** Whether somebody is told that it looks otherwise, or why it was refused. */
  readonly told: string | null;
}

const [folder, only] = process.argv.slice(2);
const files = readdirSync(folder!, { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.svgz?$/.test(file))
  .sort();
const picked = only ? files.filter((file) => file.includes(only)) : spread(files);

const browser = await chromium.launch(CHROMIUM);
const page = await browser.newPage();
const looked: Looked[] = [];
for (const file of picked) {
  const one = await look(page, join(folder!, file));
  looked.push(one);
  if (only || (one.off ?? 1) > OFF) {
    const off = one.off === null ? 'refused' : `${(100 * one.off).toFixed(1)} %`;
    console.log(`${off}  ${one.parts} parts  ${file}${one.told ? `\n    ${one.told}` : ''}`);
  }
}
await browser.close();

const refused = looked.filter(({ off }) => off === null);
const differing = looked.filter(({ off }) => off !== null && off > OFF);
const slow = [...looked].sort((a, b) => b.seconds - a.seconds);
console.log(`
| drawings | refused | off by more than 2 % | of these without a note | median seconds | slowest |
| --- | --- | --- | --- | --- | --- |
| ${looked.length} of ${files.length} | ${refused.length} | ${differing.length} | ${differing.filter(({ told }) => told === null).length} | ${slow[slow.length >> 1]!.seconds.toFixed(2)} | ${slow[0]!.seconds.toFixed(1)} |`);

async function look(shown: Page, path: string): Promise<Looked> {
  const file = basename(path);
  const began = performance.now();
  let came: CameIn;
  try {
    came = await comeIn(path, file);
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return {
      file,
      seconds: (performance.now() - began) / 1000,
      off: null,
      parts: 0,
      told: error.message,
    };
  }
  const seconds = (performance.now() - began) / 1000;
  const { artwork, read } = came;
  const scale = SIDE / Math.max(artwork.width, artwork.height);
  const size = {
    width: Math.max(1, Math.round(artwork.width * scale)),
    height: Math.max(1, Math.round(artwork.height * scale)),
  };
  const drawings = [...drawingsOfArtwork(artwork), ...(artwork.flat ? [artwork.flat] : [])];
  const difference = compareWithFlat(nodePainter, await loadImages(drawings, read), artwork);
  const ours = await painted(came, size);
  const theirs = await inBrowser(shown, path, size);
  // What the browser can't show is compared with the file's flat picture, as everything is when it comes in.
  const off = theirs
    ? shareOff(await onWhite(ours, SIDE), await onWhite(theirs, SIDE))
    : (difference?.share ?? 0);
  const told = artwork.notes[0]?.sentence ?? (difference ? 'Both pictures are shown.' : null);
  return { file, seconds, off, parts: countOf(artwork.layers), told };
}

/** Files from all folders, as many of each as of the others: some hold a thousand of one kind. */
function spread(all: readonly string[]): readonly string[] {
  const folders = new Map<string, string[]>();
  for (const file of all) {
    const name = dirname(file);
    folders.set(name, [...(folders.get(name) ?? []), file]);
  }
  const rounds = [...folders.values()].flatMap((inside) =>
    inside.map((file, at) => ({ file, round: (at * 7919) % inside.length })),
  );
  return rounds
    .sort((a, b) => a.round - b.round)
    .slice(0, COUNT)
    .map(({ file }) => file);
}

/** A drawing as the browser shows it at a size in pixels; null where it can't, as without a namespace. */
async function inBrowser(
  shown: Page,
  path: string,
  { width, height }: { readonly width: number; readonly height: number },
): Promise<Buffer | null> {
  const bytes = readFileSync(path);
  const svg = bytes[0] === 0x1f ? gunzipSync(bytes) : bytes;
  await shown.setViewportSize({ width, height });
  await shown.setContent(
    `<body style="margin:0"><img style="width:${width}px;height:${height}px" src="data:image/svg+xml;base64,${svg.toString('base64')}"></body>`,
  );
  await shown.waitForFunction(() => document.images[0]!.complete);
  const isShown = await shown.evaluate(() => document.images[0]!.naturalWidth > 0);
  return isShown ? shown.screenshot() : null;
}

function countOf(layers: readonly ArtworkLayer[]): number {
  return layers.reduce((sum, layer) => sum + 1 + countOf(layer.layers), 0);
}

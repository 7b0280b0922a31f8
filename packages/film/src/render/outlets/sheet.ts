import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { open, type FileHandle } from 'node:fs/promises';
import { join } from 'node:path';
import { LARGEST_PAGE, sheetLayout } from '@cruvo/core/delivery';
import { unionOf, type Box } from '@cruvo/core/geometry';
import { Problem } from '@cruvo/core/problem';
import { frameMiddle } from '@cruvo/core/time';
import { spokenMouths } from '@cruvo/core/timing';
import { ZipWriter } from '@cruvo/media/archive';
import { FilmPictures } from '../filmPictures';
import { writePictures } from '../writePictures';
import { writePng } from '../pngFile';
import type { Outlet } from './outlet';

/** More pages than these are not made: they would not be loaded either. */
const MOST_PAGES = 16;

/** A picture of which the part that is seen lies in a file. */
interface Sprite {
  readonly position: number;
  readonly box: Box;
}

/** Each different picture of a stretch once, side by side, with a table which one is seen when. */
export const sheet: Outlet = async (job) => {
  const { settings, program, stem } = job;
  const pictures = new FilmPictures(job, 'rgba');
  const kept = await open(join(job.folder, 'sprites'), 'w+');
  try {
    const { sprites, shown } = await differentPictures(pictures, kept, job);
    const seen = sprites.map(({ box }) => box).filter(({ width }) => width > 0);
    const cell = unionOf(seen) ?? { x: 0, y: 0, width: 1, height: 1 };
    const { pages, places } = sheetLayout(sprites.length, cell);
    if (pages.length > MOST_PAGES) throw tooMany(sprites.length, pages.length);
    const zip = new ZipWriter(createWriteStream(job.partial));
    const names = pages.map((_, page) => `${stem}_${page + 1}.png`);
    for (const [page, size] of pages.entries()) {
      const pixels = Buffer.alloc(4 * size.width * size.height);
      for (const [at, place] of places.entries()) {
        if (place.page === page) await lay(sprites[at]!, kept, pixels, size.width, place, cell);
      }
      const path = join(job.folder, names[page]!);
      await writePng(path, pixels, size, job.signal);
      zip.addFile(path, names[page]!);
    }
    const start = settings.stretch?.start ?? 0;
    const table = {
      ...{ format: 'cruvo sprites', version: 1, name: stem, frameRate: settings.frameRate },
      picture: { width: settings.width, height: settings.height },
      // Where the corner of each sprite lies in the picture.
      cell,
      pages: pages.map((size, page) => ({ file: names[page]!, ...size })),
      sprites: places,
      frames: shown.map((sprite, frame) => {
        const time = start + frameMiddle(frame, settings.frameRate);
        return { sprite, mouths: spokenMouths(program, time) };
      }),
    };
    zip.addText(JSON.stringify(table), `${stem}.json`);
    await zip.finish(job.signal);
    return {};
  } finally {
    await kept.close();
  }
};

/** Keeps each different picture once. @returns them, and which one each frame shows */
async function differentPictures(
  pictures: FilmPictures,
  kept: FileHandle,
  job: Parameters<Outlet>[0],
): Promise<{ readonly sprites: readonly Sprite[]; readonly shown: readonly number[] }> {
  const { width, height } = job.settings;
  const known = new Map<string, number>();
  const sprites: Sprite[] = [];
  const shown: number[] = [];
  let position = 0;
  const write = async (picture: Uint8Array, index: number) => {
    while (shown.length > 0 && shown.length < index) shown.push(shown.at(-1)!);
    if (index === pictures.count) return;
    const digest = createHash('sha256').update(picture).digest('base64');
    const before = known.get(digest);
    if (before !== undefined) return void shown.push(before);
    const box = seenIn(picture, width, height);
    const rows = rowsOf(picture, width, box);
    await kept.write(rows, 0, rows.length, position);
    known.set(digest, sprites.length);
    shown.push(sprites.length);
    sprites.push({ position, box });
    position += rows.length;
  };
  await writePictures(pictures, { write }, job);
  return { sprites, shown };
}

/** The smallest box in which all is that is not see-through. */
function seenIn(picture: Uint8Array, width: number, height: number): Box {
  let [left, top, right, bottom] = [width, height, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (picture[4 * (y * width + x) + 3] === 0) continue;
      left = Math.min(left, x);
      right = Math.max(right, x + 1);
      top = Math.min(top, y);
      bottom = y + 1;
    }
  }
  if (right <= left) return { x: 0, y: 0, width: 0, height: 0 };
  return { x: left, y: top, width: right - left, height: bottom - top };
}

function rowsOf(picture: Uint8Array, width: number, box: Box): Buffer {
  const rows = Array.from({ length: box.height }, (_, row) => {
    const from = 4 * ((box.y + row) * width + box.x);
    return picture.subarray(from, from + 4 * box.width);
  });
  return Buffer.concat(rows);
}

/** Lays a sprite on its page. */
async function lay(
  { position, box }: Sprite,
  kept: FileHandle,
  page: Buffer,
  pageWidth: number,
  place: { readonly x: number; readonly y: number },
  cell: Box,
): Promise<void> {
  const rows = Buffer.alloc(4 * box.width * box.height);
  await kept.read(rows, 0, rows.length, position);
  for (let row = 0; row < box.height; row++) {
    const to = (place.y + box.y - cell.y + row) * pageWidth + place.x + box.x - cell.x;
    rows.copy(page, 4 * to, 4 * row * box.width, 4 * (row + 1) * box.width);
  }
}

const tooMany = (count: number, pages: number) =>
  new Problem(
    'bad-input',
    `This stretch has ${count} different pictures, which fill ${pages} sheets of ${LARGEST_PAGE} × ${LARGEST_PAGE} pixels; ${MOST_PAGES} is the most. Choose a smaller size, fewer frames a second or a shorter stretch.`,
  );

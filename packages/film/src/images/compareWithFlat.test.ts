import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { drawingsOfArtwork } from '@cruvo/core/character';
import { testFolder, write } from '@cruvo/media/testing';
import { compareWithFlat, partAsInFile, type PartAsInFile } from '@cruvo/painter/paint';
import { comeIn } from '../testing/artworkPictures';
import { loadImages, nodePainter } from './nodeImages';

const folder = testFolder();
const SIZE = { width: 120, height: 80 };

const picture = (
  color: string,
  box: readonly [x: number, y: number, width: number, height: number],
) =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="120" height="80"><rect x="${box[0]}" y="${box[1]}" width="${box[2]}" height="${box[3]}" fill="${color}"/></svg>`,
    ),
  )
    .png()
    .toBuffer();

let count = 0;

/** A drawing with a head and an arm in front of a wall, and a flat picture of it. */
async function broughtIn(flat: Buffer | null, armBlend = 'svg:src-over') {
  const entries = {
    'stack.xml': strToU8(
      `<image w="120" h="80"><stack><stack name="Fox"><layer name="Arm" src="arm.png" composite-op="${armBlend}"/><layer name="Head" src="head.png"/><layer name="Back of the arm" src="arm.png"/></stack><layer name="Wall" src="wall.png"/></stack></image>`,
    ),
    'wall.png': await picture('#406080', [0, 0, 120, 80]),
    'head.png': await picture('#f09040', [20, 10, 30, 40]),
    'arm.png': await picture('#a04040', [70, 10, 20, 40]),
    ...(flat ? { 'mergedimage.png': flat } : {}),
  };
  const name = `drawing${++count}.ora`;
  const { artwork, read } = await comeIn(write(folder, name, zipSync(entries)), name);
  const drawings = [...drawingsOfArtwork(artwork), ...(artwork.flat ? [artwork.flat] : [])];
  return { artwork, images: await loadImages(drawings, read) };
}

async function compared(flat: Buffer | null) {
  const { artwork, images } = await broughtIn(flat);
  return compareWithFlat(nodePainter, images, artwork);
}

const flatWith = async (arm: string) =>
  sharp({ create: { ...SIZE, channels: 4, background: '#406080' } })
    .composite([
      { input: await picture('#f09040', [20, 10, 30, 40]) },
      { input: await picture(arm, [70, 10, 20, 40]) },
    ])
    .png()
    .toBuffer();

/** The pixel of a picture of the whole page at a place of the page. */
function pixelOf({ pixels, width }: PartAsInFile, x: number, y: number): number[] {
  const at = 4 * Math.round((y * width + x) * (width / SIZE.width));
  return [...pixels.subarray(at, at + 4)];
}

it('layers that look as their file does are not spoken of', async () => {
  expect(await compared(await flatWith('#a04040'))).toBeNull();
});

it('a layer that looks otherwise is told by its name, with how much of the picture it is', async () => {
  const difference = await compared(await flatWith('#40a040'));
  expect(difference!.layer).toEqual({ part: 'Fox/Arm', names: ['Fox', 'Arm'] });
  expect(difference!.share).toBeCloseTo((20 * 40) / (120 * 80), 1);
});

it('where it is in many, none is', async () => {
  const red = await picture('#ff0000', [0, 0, 120, 80]);
  expect(await compared(red)).toBeNull();
  const mixed = await sharp(red)
    .composite([{ input: await picture('#000', [0, 0, 60, 80]) }])
    .png()
    .toBuffer();
  expect((await compared(mixed))!.layer).toBeNull();
});

it('nothing is compared where a file has no flat picture', async () => {
  expect(await compared(null)).toBeNull();
});

it.each(['svg:src-over', 'svg:multiply'])(
  'a layer (%s) as its file shows it has the file’s colours, and nothing of what is around it',
  async (blend) => {
    const { artwork, images } = await broughtIn(await flatWith('#40a040'), blend);
    const flat = artwork.flat!;
    const taken = partAsInFile(nodePainter, images, { ...artwork, flat }, 'Fox/Arm')!;
    expect(pixelOf(taken, 80, 30)).toEqual([64, 160, 64, 255]);
    expect(pixelOf(taken, 30, 30)[3]).toBe(0);
    expect(pixelOf(taken, 100, 70)[3]).toBe(0);
  },
);

it('a layer’s pixels that look alike stay its own, whatever lies in front of them', async () => {
  const green = await sharp(await flatWith('#a04040'))
    .composite([{ input: await picture('#40a040', [100, 0, 20, 80]) }])
    .png()
    .toBuffer();
  const { artwork, images } = await broughtIn(green);
  const taken = partAsInFile(nodePainter, images, { ...artwork, flat: artwork.flat! }, 'Wall')!;
  expect(pixelOf(taken, 110, 40)).toEqual([64, 160, 64, 255]);
  // The head is in front of it there.
  expect(pixelOf(taken, 30, 30)).toEqual([64, 96, 128, 255]);
});

import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { drawingsOfArtwork } from '@cruvo/core/character';
import { testFolder, write } from '@cruvo/media/testing';
import { compareWithFlat } from '@cruvo/painter/paint';
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
async function compared(flat: Buffer | null) {
  const entries = {
    'stack.xml': strToU8(
      `<image w="120" h="80"><stack><stack name="Fox"><layer name="Arm" src="arm.png"/><layer name="Head" src="head.png"/></stack><layer name="Wall" src="wall.png"/></stack></image>`,
    ),
    'wall.png': await picture('#406080', [0, 0, 120, 80]),
    'head.png': await picture('#f09040', [20, 10, 30, 40]),
    'arm.png': await picture('#a04040', [70, 10, 20, 40]),
    ...(flat ? { 'mergedimage.png': flat } : {}),
  };
  const name = `drawing${++count}.ora`;
  const { artwork, read } = await comeIn(write(folder, name, zipSync(entries)), name);
  const drawings = [...drawingsOfArtwork(artwork), ...(artwork.flat ? [artwork.flat] : [])];
  return compareWithFlat(nodePainter, await loadImages(drawings, read), artwork);
}

const flatWith = async (arm: string) =>
  sharp({ create: { ...SIZE, channels: 4, background: '#406080' } })
    .composite([
      { input: await picture('#f09040', [20, 10, 30, 40]) },
      { input: await picture(arm, [70, 10, 20, 40]) },
    ])
    .png()
    .toBuffer();

it('layers that look as their file does are not spoken of', async () => {
  expect(await compared(await flatWith('#a04040'))).toBeNull();
});

it('a layer that looks otherwise is told by its name, with how much of the picture it is', async () => {
  const difference = await compared(await flatWith('#40a040'));
  expect(difference!.layer).toEqual(['Fox', 'Arm']);
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

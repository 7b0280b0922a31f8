import {
  characterFromArtwork,
  drawingsOfArtwork,
  itemsOf,
  type Character,
} from '@cruvo/core/character';
import { IDENTITY } from '@cruvo/core/geometry';
import { cutMouthPose } from '@cruvo/core/mouth';
import { testFolder, write } from '@cruvo/media/testing';
import { withMeasuredFace } from '@cruvo/painter/paint';
import { comeIn } from '../testing/artworkPictures';
import { loadImages, nodePainter } from './nodeImages';

const folder = testFolder();
const SIZE = { width: 400, height: 400 };
const SKIN = [244, 194, 122];
let count = 0;

/** A face with a mouth, as it comes in. */
async function faceWith(mouth: string) {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 400"><g id="Head"><rect width="400" height="400" fill="#f4c27a"/></g><g id="Mouth">${mouth}</g></svg>`;
  const { artwork, read } = await comeIn(write(folder, `face${++count}.svg`, svg), 'face.svg');
  const images = await loadImages(drawingsOfArtwork(artwork), read);
  const plain = characterFromArtwork('Face', artwork);
  const measured = withMeasuredFace(nodePainter, images, plain);
  /** Whether a point of a mouth that is open so far looks like skin. */
  const isSkin = (character: Character, jaw: number, [x, y]: readonly [number, number]) => {
    if (character.mouth?.kind !== 'cut') throw new Error(character.mouth?.kind);
    const articulation = { jaw } as Parameters<typeof cutMouthPose>[1]['articulation'];
    const pose = cutMouthPose(character.mouth, { articulation } as never);
    const pixels = nodePainter.paintItems(
      itemsOf(character, IDENTITY, pose),
      images,
      IDENTITY,
      SIZE,
    );
    const at = 4 * (y * SIZE.width + x);
    return SKIN.every((value, channel) => Math.abs(pixels[at + channel]! - value) < 8);
  };
  return { plain, measured, isSkin };
}
const cutOf = ({ mouth }: Character) => {
  if (mouth?.kind !== 'cut') throw new Error(mouth?.kind);
  return mouth;
};

const CRESCENT = '<path d="M100 230 Q200 330 300 230 Q200 300 100 230Z" fill="#7a2018"/>';

describe('a crescent that is cut', () => {
  it('is cut along itself, from corner to corner', async () => {
    const { measured } = await faceWith(CRESCENT);
    const { from, to, curve } = cutOf(measured);
    expect([from.x, to.x].map(Math.round)).toEqual([109, 291]);
    expect(Math.abs(from.y - to.y)).toBeLessThan(1);
    // In the middle it is drawn from 265 to 280.
    expect(from.y + curve[curve.length >> 1]!).toBeCloseTo(272.5, -0.5);
    expect([curve[0], curve.at(-1)]).toEqual([0, 0]);
  });

  it('shows nothing of its inside beside it', async () => {
    const { plain, measured, isSkin } = await faceWith(CRESCENT);
    // Left of it, between its corners, and above its middle.
    const beside = [
      [112, 255],
      [200, 245],
      [104, 225],
    ] as const;
    expect(beside.some((point) => !isSkin(plain, 0.4, point))).toBe(true);
    for (const point of beside) expect(isSkin(measured, 0.4, point)).toBe(true);
    expect(isSkin(measured, 0.4, [200, 285])).toBe(false);
  });
});

it('a straight mouth stays straight', async () => {
  const { measured } = await faceWith('<rect x="100" y="200" width="200" height="12" rx="6"/>');
  expect(cutOf(measured).curve).toEqual([]);
  expect(cutOf(measured).from.y).toBeCloseTo(206, 0);
});

it('a mouth on a larger drawing is left as it is', async () => {
  const { plain, measured } = await faceWith('<circle cx="200" cy="200" r="100"/>');
  expect(measured).toEqual(plain);
});

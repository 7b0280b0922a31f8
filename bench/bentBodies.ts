import {
  CHARACTER_VERSION,
  controlsOf,
  gripControlId,
  itemsOf,
  NO_BODY,
  NO_EYES,
  plainPart,
  poseOf,
  withBend,
  type Character,
  type Part,
} from '@cruvo/core/character';
import type { Frame } from '@cruvo/core/frame';
import { inTable } from '@cruvo/core/records';

/** Size of the stage, and of each character's artwork. */
export const STAGE = { width: 1280, height: 720 };
const ARTWORK = { width: 900, height: 720 };
/** Parts of a character, and those of them that bend. */
const PARTS = 40;
const BENT = 12;
/** Pixels; as large as the limbs of somebody as tall as the stage. */
const LIMB = { width: 70, height: 178 };
/** A limb against its drawing. */
const SIZE = LIMB.width / 130;
/** Pixels along the longer side of a picture. */
export const PICTURE_SIDE = 1500;

export type Kind = 'vector' | 'raster';

/** SVG text of a limb: a sleeve with folds and a hand. */
export const LIMB_SVG = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 130 330"><path d="M30 10C70 -4 112 14 112 60C112 120 98 150 96 190L92 262H40L36 190C30 150 6 110 12 58C14 34 20 20 30 10Z" fill="#3f7d8c" stroke="#1d3d47" stroke-width="4"/><path d="M30 120Q60 140 96 118M34 160Q62 176 96 158M38 200Q62 212 94 198" stroke="#1d3d47" stroke-width="3" fill="none"/><path d="M38 258H94L98 284H34Z" fill="#e8d7b0"/><path d="M40 284C30 304 44 326 66 326C90 326 100 304 92 284Z" fill="#b9855e" stroke="#6b4426" stroke-width="3"/></svg>`;

/** A character of 40 parts, of which twelve are limbs that bend at an elbow. */
export function bentCharacter(kind: Kind): Character {
  const at = (index: number) => ({
    x: 60 + (index % 8) * 96,
    y: 30 + Math.floor(index / 8) * 70,
  });
  const ids = Array.from({ length: PARTS }, (_, index) => `part${index}`);
  const plain: Character = {
    ...{ schemaVersion: CHARACTER_VERSION, name: 'Body', ...ARTWORK, ...NO_BODY },
    ...{ mouth: null, eyes: NO_EYES },
    drawings: Object.fromEntries(
      ids.map((id, index) => [
        id,
        {
          kind,
          media: kind,
          ...at(index),
          ...(index < PARTS - BENT ? { width: 60, height: 152 } : LIMB),
        },
      ]),
    ),
    parts: inTable<Part>(ids.map((id) => plainPart({ id, name: id, drawing: id }))),
  };
  return ids.slice(PARTS - BENT).reduce((character, id, limb) => {
    const { x, y } = character.drawings[id]!;
    const outline = [
      [
        [20, 0],
        [118, 0],
        [122, 70],
        [104, 190],
        [104, 330],
        [26, 330],
        [26, 190],
        [0, 70],
      ].map(([across, down]) => ({ x: x + SIZE * across!, y: y + SIZE * down! })),
    ];
    const point = (name: string, kindOf: 'pivot' | 'joint' | 'grip', down: number) => ({
      ...{ name, kind: kindOf, x: x + SIZE * (kindOf === 'joint' ? 71 : 65), y: y + SIZE * down },
    });
    const points = [point('a', 'pivot', 40), point('b', 'joint', 170), point('c', 'grip', 300)];
    return withBend(character, `limb ${limb}`, [id], outline, points, [
      [0, 1],
      [1, 2],
    ]);
  }, plain);
}

/** A frame in which every limb of some characters stands elsewhere than in the one before. */
export function bentFrame(characters: readonly Character[], index: number): Frame {
  const items = characters.flatMap((character, who) => {
    const set = controlsOf(character);
    const values = set.rest.slice();
    Object.values(character.bends).forEach(({ id }, limb) => {
      const turn = index / 9 + limb + who;
      set.set(values, gripControlId(id, 'c'), {
        x: 32 * Math.sin(turn),
        y: -27 - 21 * Math.cos(1.3 * turn),
      });
    });
    const size = characters.length > 1 ? 0.5 : 1;
    const [x, y] = [190 + (who % 3) * 260 * (size < 1 ? 1 : 0), who > 2 ? 340 : 0];
    return itemsOf(character, [size, 0, 0, size, x, y], poseOf(character, values), `${who}/`);
  });
  return { ...STAGE, background: '#dfe7e4', items };
}

/** Milliseconds that frames took, sorted: evaluating, bending and painting. */
export function timeFrames(
  characters: readonly Character[],
  paint: (frame: Frame) => void,
  count: number,
): number[] {
  for (let index = 0; index < 8; index++) paint(bentFrame(characters, index));
  const times: number[] = [];
  for (let index = 8; index < count + 8; index++) {
    const start = performance.now();
    paint(bentFrame(characters, index));
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b);
}

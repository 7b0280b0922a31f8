import { plainLayer, type Artwork } from '../character/artwork';
import { drawingsIn, type FrameItem } from '../frame';
import { mapped } from '../geometry';
import { compile, Player } from '../program';
import { hash, testMaterial } from '../testing/testScene';
import {
  backdropItems,
  backdropLayers,
  backdropOf,
  backdropPlace,
  backdropSchema,
  type Backdrop,
} from './backdrop';
import { sceneSchema } from './scene';
import { withStageSize } from './sceneSettings';

const drawing = (digit: string) => {
  return { kind: 'raster', media: hash(digit), x: 0, y: 0, width: 400, height: 100 } as const;
};
const ARTWORK: Artwork = {
  ...{ width: 400, height: 100, notes: [], flat: null },
  layers: [
    plainLayer('sky', drawing('1')),
    { ...plainLayer('reeds', null), layers: [plainLayer('left', drawing('2'))] },
    { ...plainLayer('light', drawing('3')), clipped: true },
    plainLayer('rail', drawing('4')),
  ],
};
const STAGE = { width: 1600, height: 900 };
const backdrop = backdropOf('Marsh', ARTWORK, STAGE);
/** What is seen, each once: what is clipped paints what it is clipped by too. */
const media = (items: readonly FrameItem[]) => [
  ...new Set(drawingsIn(items).map((one) => one.media[0])),
];
const corners = (of: Backdrop) =>
  [
    { x: 0, y: 0 },
    { x: 400, y: 100 },
  ].map((corner) => mapped(backdropPlace(of, STAGE), corner));

describe('a backdrop', () => {
  it('fills the stage from its middle, and what is too much is cut off', () => {
    expect(corners(backdrop)).toEqual([
      { x: -1000, y: 0 },
      { x: 2600, y: 900 },
    ]);
  });

  it('can be seen whole', () => {
    expect(corners({ ...backdrop, fit: 'fit' })).toEqual([
      { x: 0, y: 250 },
      { x: 1600, y: 650 },
    ]);
  });

  it('can be placed by hand, which begins as it fills the stage', () => {
    const placed = { ...backdrop, fit: 'placed' } as const;
    expect(corners(placed)).toEqual(corners(backdrop));
    expect(corners({ ...placed, x: 0, y: 0, scale: 1 })).toEqual([
      { x: -200, y: -50 },
      { x: 200, y: 50 },
    ]);
  });

  it('has layers that stand in front of the cast; what is clipped by one goes with it', () => {
    expect(backdropLayers(backdrop).map(({ name }) => name)).toEqual([
      ...['sky', 'reeds', 'light', 'rail'],
    ]);
    const all = backdropItems(backdrop, STAGE);
    expect([media(all.behind), all.inFront]).toEqual([['1', '2', '3', '4'], []]);
    const { behind, inFront } = backdropItems({ ...backdrop, front: ['reeds', 'rail'] }, STAGE);
    expect([media(behind), media(inFront)]).toEqual([['1'], ['2', '3', '4']]);
  });

  it('does not show what is hidden', () => {
    const parts = { ...backdrop.parts, sky: { ...backdrop.parts['sky']!, hidden: true } };
    expect(media(backdropItems({ ...backdrop, parts }, STAGE).behind)).toEqual(['2', '3', '4']);
  });

  it('is checked: drawings that are there, and a tree', () => {
    const valid = (change: object) =>
      backdropSchema.isValidSync({ ...backdrop, ...change }, { strict: true });
    expect(valid({})).toBe(true);
    expect(valid({ drawings: {} })).toBe(false);
    const orphan = { ...backdrop.parts['sky']!, parent: 'nowhere' };
    expect(valid({ parts: { ...backdrop.parts, sky: orphan } })).toBe(false);
    expect(valid({ fit: 'stretch' })).toBe(false);
  });
});

describe('a scene with a backdrop', () => {
  const material = testMaterial();
  const scene = {
    ...material.scene,
    backdrop: backdropOf('Marsh', ARTWORK, material.scene.stage),
  };

  it('shows it behind and in front of the cast', () => {
    const front = { ...scene, backdrop: { ...scene.backdrop, front: ['rail'] } };
    const program = compile({ ...material, scene: front });
    const seen = media(new Player(program).seek(0).items);
    expect([seen.slice(0, 3), seen.at(-1)]).toEqual([['1', '2', '3'], '4']);
    expect(seen.length).toBeGreaterThan(4);
    // Only another backdrop, or stage, makes it anew.
    const again = compile({ ...material, scene: { ...front, name: 'Other' } }, program);
    expect(again.stage).toBe(program.stage);
  });

  it('keeps where it was placed when the stage is another size', () => {
    const placed = { ...scene, backdrop: { ...scene.backdrop, fit: 'placed', scale: 3 } } as const;
    const half = withStageSize(placed, { width: 960, height: 540 });
    expect(half.backdrop).toMatchObject({ x: 480, y: 270, scale: 1.5 });
  });

  it('may be see-through, and can be saved', () => {
    const stage = { ...scene.stage, background: null };
    expect(sceneSchema.isValidSync({ ...scene, stage }, { strict: true })).toBe(true);
    const program = compile({ ...material, scene: { ...scene, stage } });
    expect(new Player(program).seek(0).background).toBeNull();
  });
});

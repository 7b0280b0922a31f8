import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { readVectorDrawing } from '../../formats/svg';
import { drawingItem, drawingsIn, type FrameItem } from '../../frame';
import { IDENTITY, mapped, type Matrix } from '../../geometry';
import { placesIn, pointAt } from '../../mesh';
import { contentItems } from '../../pose';
import { targetOf, type Articulation } from '../articulation';
import { chartOf, isContinuous, mouthPose, type MouthRig } from '../mouthRig';
import { cutMouthSchema, type CutMouth } from './cutMouth';
import { lipsFrom } from './lipsMouth';

const followers = [] as const;
const jaw = (opening: number): Articulation => ({ ...targetOf(0), press: 0, jaw: opening });
const state = (articulation: Articulation, drawing = '') => ({ drawing, articulation });
const pictureOf = (media: string): FrameItem =>
  drawingItem('part', { kind: 'raster', media, width: 100, height: 60 }, IDENTITY);
const picture = pictureOf('m');

const cut: CutMouth & MouthRig = {
  kind: 'cut',
  part: 'mouth',
  ...{ from: { x: 10, y: 30 }, to: { x: 90, y: 30 } },
  ...{ upper: 4, lower: 20, curve: [], softness: 0.4, followers },
  inside: { kind: 'color', color: '#5a1f1c' },
};
const lips: MouthRig = {
  ...lipsFrom(
    { part: 'face', replaces: false },
    { x: 10, y: 30 },
    { x: 90, y: 30 },
    { x: 50, y: 45 },
  ),
  followers,
};
const hinged: MouthRig = {
  ...{ kind: 'jaw', part: 'jaw', hinge: { x: 10, y: 10 }, turn: 0.5, slide: { x: 0, y: 6 } },
  followers,
};
const strip: MouthRig = { kind: 'strip', part: 'mouth', strip: ['a', 'b', 'c'], followers };

const painted = (rig: MouthRig, articulation: Articulation) => {
  const { content } = mouthPose(rig, state(articulation), 0).get(rig.part) ?? {};
  return content
    ? contentItems(content, {
        id: 'part',
        items: [picture],
        place: IDENTITY,
        paint: (part) => [pictureOf(part)],
      })
    : [picture];
};

describe('a strip', () => {
  it('is run through as the mouth opens', () => {
    const shown = [0, 0.2, 0.5, 0.8, 1].map(
      (opening) => mouthPose(strip, state(jaw(opening)), 0).get('mouth')!.shows,
    );
    expect(shown).toEqual(['a', 'a', 'b', 'c', 'c']);
  });
  it('stays at its last drawing however wide it opens', () => {
    const shown = (opening: number) => mouthPose(strip, state(jaw(opening)), 0).get('mouth')!.shows;
    expect([shown(-0.5), shown(1.4)]).toEqual(['a', 'c']);
  });
  it('lets each of its drawings be set by hand', () => {
    expect(chartOf(strip).drawings.map(({ articulation }) => articulation)).toEqual([
      { jaw: 0 },
      { jaw: 0.5 },
      { jaw: 1 },
    ]);
    expect(chartOf(strip).drawings.map(({ label }) => label)).toEqual([
      '0 % open',
      '50 % open',
      '100 % open',
    ]);
  });
});

describe('a jaw', () => {
  it('turns about its hinge and slides, by how far it is open', () => {
    const at = (opening: number) =>
      mapped(mouthPose(hinged, state(jaw(opening)), 0).get('jaw')!.move!, { x: 30, y: 10 });
    expect(at(0)).toEqual({ x: 30, y: 10 });
    expect(at(1).x).toBeCloseTo(10 + 20 * Math.cos(0.5));
    expect(at(1).y).toBeCloseTo(10 + 20 * Math.sin(0.5) + 6);
  });
});

describe('a cut drawing', () => {
  it.each([
    [{ kind: 'color', color: '#5a1f1c' }, null],
    [{ kind: 'gradient', top: '#000000', bottom: '#ffffff' }, null],
    [{ kind: 'part', part: 'teeth' }, null],
    [{ kind: 'color', color: 'red' }, /color/],
    [{ kind: 'gradient', top: '#000000' }, /bottom/],
    [{ kind: 'part' }, /part/],
    [{ kind: 'hole' }, /kind/],
    [{ kind: 'toString' }, /kind/],
    [{ kind: ['color'], color: '#5a1f1c' }, /kind/],
    [{ color: '#5a1f1c' }, /kind/],
    [null, /inside/],
    [undefined, /inside/],
  ])('has an inside that can be painted: %j', (inside, complaint) => {
    const { followers: _, ...mouth } = { ...cut, inside };
    const check = () => cutMouthSchema.validateSync(mouth, { strict: true });
    if (complaint === null) expect(check).not.toThrow();
    else expect(check).toThrow(complaint);
  });
  it('is the drawing itself while it is shut', () => {
    expect(painted(cut, jaw(0))).toEqual([picture]);
    expect(painted(cut, jaw(0.009))).toEqual([picture]);
    expect(painted(cut, jaw(0.01))).not.toEqual([picture]);
    expect(painted({ ...cut, to: cut.from } as MouthRig, jaw(1))).toEqual([picture]);
  });
  it('moves each side by its own amount, most in the middle, and not at all at the corners', () => {
    /** Where a side brings a point of the cut. */
    const brought = (x: number, side: 'upper' | 'lower') => {
      const own = painted(cut, jaw(1)).filter(({ id }) => id.endsWith(`/${side}`));
      const [drawing] = drawingsIn(own);
      if (drawing?.kind !== 'bent') throw new Error('not bent');
      const { mesh, points } = drawing.bend;
      return pointAt(points, placesIn(mesh).placeOf({ x, y: 30 })!).y - 30;
    };
    expect(brought(50, 'lower')).toBeCloseTo(20, 0);
    expect(brought(50, 'upper')).toBeCloseTo(-4, 0);
    expect(brought(5, 'lower')).toBeCloseTo(0, 6);
    expect(brought(95, 'upper')).toBeCloseTo(0, 6);
  });
  it('shows a gradient, or what another part shows, inside', () => {
    const gradient = { kind: 'gradient', top: '#000000', bottom: '#ff0000' } as const;
    expect(painted({ ...cut, inside: gradient }, jaw(1))[0]).toMatchObject({
      kind: 'shapes',
      shapes: [{ fill: { kind: 'linear', y1: -4, y2: 20 } }],
    });
    const part = { kind: 'part', part: 'teeth' } as const;
    expect(painted({ ...cut, inside: part }, jaw(1))[0]).toMatchObject({
      kind: 'group',
      items: [{ media: 'teeth' }],
      clip: { path: expect.stringMatching(/^M/) as string },
    });
  });
  it('opens downwards however its corners were set', () => {
    const turned = { ...cut, from: cut.to, to: cut.from } as MouthRig;
    const [inside] = painted(turned, jaw(1)) as unknown as [
      { shapes: { path: string }[]; matrix: Matrix },
    ];
    const ys = [...inside.shapes[0]!.path.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(
      ([, x, y]) => mapped(inside.matrix, { x: Number(x), y: Number(y) }).y - 30,
    );
    expect(Math.max(...ys)).toBeGreaterThan(15);
    expect(Math.min(...ys)).toBeGreaterThan(-6);
  });
});

describe('drawn lips', () => {
  const shapesOf = (articulation: Articulation) =>
    painted(lips, articulation).flatMap((one) => (one.kind === 'shapes' ? one.shapes : []));
  const spanOf = (path: string) => {
    const xs = [...path.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x]) => Number(x));
    return Math.max(...xs) - Math.min(...xs);
  };
  it('lie over the face, or in its place', () => {
    expect(painted(lips, jaw(0))[0]).toBe(picture);
    expect(painted({ ...lips, replaces: true } as MouthRig, jaw(0))).not.toContain(picture);
  });
  it('show teeth and tongue only within the opening', () => {
    const [, inside] = painted(lips, { ...jaw(1), teeth: 1, tongue: 1 });
    expect(inside).toMatchObject({ kind: 'group', clip: { path: expect.stringMatching(/Z$/) } });
    expect((inside as unknown as { items: { shapes: unknown[] }[] }).items[0]!.shapes).toHaveLength(
      4,
    );
    expect(painted(lips, jaw(0)).some(({ kind }) => kind === 'group')).toBe(false);
  });
  it('are wider for ee than at rest, and narrower for oo', () => {
    const [oo, rest, ee] = [14, 0, 12].map((viseme) =>
      spanOf(shapesOf(targetOf(viseme as 0))[0]!.path),
    );
    expect(oo).toBeLessThan(rest! * 0.8);
    expect(ee).toBeGreaterThan(rest! * 1.05);
  });
  it('are clips that can be drawn, whatever the articulation', () => {
    const share = evenly(0, 1);
    const any = fc.record({
      jaw: share,
      width: share,
      round: share,
      press: share,
      teeth: share,
      tongue: share,
    });
    fc.assert(
      fc.property(any, (articulation) => {
        for (const { path } of shapesOf(articulation)) {
          expect(path).not.toMatch(/NaN|Infinity|e-/);
          const svg = `<svg viewBox="0 0 9 9"><path d="${path}"/></svg>`;
          expect(readVectorDrawing(svg).shapes).toHaveLength(1);
        }
      }),
    );
  });
});

it('moves other parts by the share that they follow', () => {
  const brow = { part: 'brow', x: 0, y: -9, turn: 0, scale: 1, pivot: { x: 0, y: 0 } };
  const pose = mouthPose({ ...strip, followers: [brow] }, state(jaw(0)), 0.5);
  expect(mapped(pose.get('brow')!.move!, { x: 1, y: 1 })).toEqual({ x: 1, y: -3.5 });
});

it('tells mouths that hold drawings from those that move', () => {
  expect([cut, lips, hinged, strip].every(isContinuous)).toBe(true);
  expect(chartOf(cut).drawings).toHaveLength(15);
});

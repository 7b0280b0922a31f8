import { characterOf, drawnLayer, groupOf } from '../../testing/testArtwork';

/** A head of 40 by 40 whose middle is at 30. */
const head = drawnLayer('head', { x: 10, y: 10, width: 40, height: 40 });
const jaw = (x: number, y: number, width: number, height: number) =>
  characterOf(head, drawnLayer('jaw', { x, y, width, height })).mouth;

describe('a jaw', () => {
  it('under the middle of the head slides down by a share of its height', () => {
    expect(jaw(20, 40, 20, 10)).toEqual({
      ...{ kind: 'jaw', part: 'jaw', turn: 0, followers: [] },
      ...{ hinge: { x: 30, y: 40 }, slide: { x: 0, y: 3 } },
    });
    // Not quite in the middle, but nearer than a fifth of its width.
    expect(jaw(23, 40, 20, 10)).toMatchObject({ hinge: { x: 33, y: 40 }, turn: 0 });
  });

  it('to one side turns about its end at the head', () => {
    const right = jaw(40, 30, 30, 8)!;
    expect(right).toMatchObject({ hinge: { x: 40, y: 30 }, slide: { x: 0, y: 0 } });
    const left = jaw(2, 30, 20, 8)!;
    expect(left).toMatchObject({ hinge: { x: 22, y: 30 }, slide: { x: 0, y: 0 } });
    const [turned, back] = [right, left].map((rig) => (rig.kind === 'jaw' ? rig.turn : 0));
    expect(turned).toBeGreaterThan(0);
    expect(back).toBe(-turned!);
  });

  it('a fifth of its width beside the middle is to one side already', () => {
    expect(jaw(24, 40, 20, 10)).toMatchObject({ hinge: { x: 24, y: 40 } });
  });

  it('without a head is seen from the middle of the page', () => {
    const alone = (x: number) => characterOf(drawnLayer('jaw', { x, width: 20, height: 10 })).mouth;
    expect(alone(40)).toMatchObject({ hinge: { x: 50, y: 0 }, slide: { x: 0, y: 3 } });
    expect(alone(60)).toMatchObject({ hinge: { x: 60, y: 0 }, slide: { x: 0, y: 0 } });
  });
});

it('one drawing of a mouth is cut across its middle, nearly from end to end', () => {
  const { mouth } = characterOf(drawnLayer('mouth', { x: 20, y: 60, width: 50, height: 10 }));
  expect(mouth).toMatchObject({
    ...{ kind: 'cut', part: 'mouth', from: { x: 22, y: 65 }, to: { x: 68, y: 65 } },
    ...{ upper: 3, lower: 15, softness: 0.4 },
  });
});

describe('numbered mouths', () => {
  const numbered = (...names: string[]) =>
    characterOf(groupOf('mouth', ...names.map((name) => drawnLayer(name)))).mouth!;

  it('are steps, each as open as its number says, in the order of their numbers', () => {
    const mouth = numbered('3', '1', '2');
    if (mouth.kind !== 'steps') throw new Error(mouth.kind);
    const found = mouth.chart.drawings.map(({ drawing, articulation }) => [
      ...[drawing, articulation?.jaw],
    ]);
    expect(found).toEqual([
      ['mouth/1', 0],
      ['mouth/2', 0.5],
      ['mouth/3', 1],
    ]);
  });

  it('of which there are two are steps too, and five are a strip', () => {
    expect(numbered('1', '2').kind).toBe('steps');
    const strip = numbered('5', '4', '3', '2', '1');
    expect(strip).toMatchObject({
      ...{ kind: 'strip' },
      strip: [1, 2, 3, 4, 5].map((number) => `mouth/${number}`),
    });
  });
});

describe('eyes', () => {
  const white = (side: string, x: number) =>
    drawnLayer(`eye white ${side}`, { x, y: 20, width: 20, height: 10 });

  it('pupils look within the white that is nearest to them', () => {
    const { eyes } = characterOf(
      white('left', 60),
      white('right', 10),
      drawnLayer('pupil', { x: 66, y: 23, width: 4, height: 4 }),
      drawnLayer('pupil', { x: 16, y: 23, width: 4, height: 4 }),
    );
    expect(eyes.pupils.map(({ pupil, white: within }) => [pupil, within])).toEqual([
      ['pupil', 'eye white left'],
      ['pupil (2)', 'eye white right'],
    ]);
  });

  it('lids slide over the white that is nearest, by its height', () => {
    const { eyes } = characterOf(
      white('left', 60),
      drawnLayer('eye white right', { x: 10, y: 20, width: 20, height: 20 }),
      drawnLayer('eyelid left', { x: 60, y: 10, width: 20, height: 10 }),
      drawnLayer('eyelid right', { x: 10, y: 10, width: 20, height: 10 }),
    );
    if (eyes.lids?.kind !== 'slide') throw new Error(eyes.lids?.kind);
    const [left, right] = eyes.lids.lids;
    expect([left!.part, left!.x, right!.part]).toEqual(['eyelid left', 0, 'eyelid right']);
    expect(right!.y).toBeCloseTo(2 * left!.y);
    expect(left!.y).toBeGreaterThan(5);
    expect(left!.y).toBeLessThan(12);
  });
});

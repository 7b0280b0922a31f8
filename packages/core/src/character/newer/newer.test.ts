import fc from 'fast-check';
import { chartOf, type MouthRig } from '../../mouth/mouthRig';
import { readDocument } from '../../document';
import { characterOf, drawnLayer, groupOf } from '../../testing/testArtwork';
import { hash } from '../../testing/testScene';
import type { Character } from '../character';
import { withGroup, withParts, withPartsMoved } from '../edits';
import { characterFromArtwork } from '../fromArtwork';
import { treeProblem } from '../tree';
import { gripControlId } from '../bend/bend';
import { withBend, withJoint, withRegion, withSway } from '../bend/bendEdits';
import { withNewControl, withStop, withStopGrip } from '../bodyEdits';
import { characterSchema } from '../character';
import { withNewerArtwork } from './apply';
import { withOutlinesTraced } from './carriedBends';
import { compareArtwork } from './compare';
import { pixelLikeness } from './likeness';
import type { ConfirmedPairs } from './match';
import { partsOf } from '../partList';

const mouths = (...more: Parameters<typeof groupOf>[1][]) =>
  groupOf(
    'mouth',
    drawnLayer('rest', { x: 40, y: 70 }, '1'),
    drawnLayer('ah', { x: 40, y: 70, height: 14 }, '2'),
    drawnLayer('oo', { x: 44, y: 70, width: 10 }, '3'),
    ...more,
  );
const body = drawnLayer('body', { x: 10, y: 50, width: 80, height: 50 }, 'b');
const hat = drawnLayer('hat', { x: 30, y: 0, width: 40, height: 20 }, 'c');
const mine = characterOf(body, mouths(), hat);

const NOBODY_KNOWS = () => null;
const NOTHING_CONFIRMED: ConfirmedPairs = new Map();
const compare = (character: Character, newer: Character, said = NOTHING_CONFIRMED) =>
  compareArtwork(character, newer, said, NOBODY_KNOWS);
function taken(
  character: Character,
  newer: Character,
  wishes: { kept?: string[]; arrangement?: boolean; said?: ConfirmedPairs } = {},
) {
  const comparison = compare(character, newer, wishes.said);
  return withNewerArtwork(character, newer, comparison, {
    kept: new Set(wishes.kept),
    arrangement: wishes.arrangement ?? false,
  });
}
const ids = (character: Character) => partsOf(character).map(({ id }) => id);

describe('the same artwork again', () => {
  const { continued, added, removed, arranged } = compare(mine, mine);
  it('changes nothing', () => {
    expect(continued.map(({ change, by }) => `${by} ${change}`)).toEqual(
      partsOf(mine).map(() => 'name none'),
    );
    expect([added, removed, arranged]).toEqual([[], [], []]);
    expect(taken(mine, mine, { arrangement: true })).toEqual(mine);
  });
  it('is known after parts were renamed, grouped and moved here', () => {
    const grouped = withGroup(mine, ['hat', 'body'], 'clothes');
    const edited = withParts(grouped, ['hat'], { name: 'bowler' });
    const after = compare(edited, mine);
    expect([after.added, after.removed]).toEqual([[], []]);
    expect(after.arranged.map(({ id }) => id)).toContain('hat');
    expect(ids(taken(edited, mine))).toEqual(ids(edited));
  });
});

describe('newer artwork', () => {
  it('brings a picture drawn anew, and keeps pivot and rest pose', () => {
    const set = withParts(mine, ['hat'], {
      pivot: { x: 1, y: 2 },
      rest: { x: 0, y: 5, turn: 0.3, scale: 1 },
    });
    const newer = characterOf(body, mouths(), { ...hat, ...drawnLayer('hat', { width: 60 }, 'd') });
    const hatNow = partsOf(taken(set, newer)).find(({ id }) => id === 'hat')!;
    expect(hatNow).toMatchObject({ pivot: { x: 1, y: 2 }, rest: { y: 5, turn: 0.3 } });
    expect(taken(set, newer).drawings['hat']).toMatchObject({ media: hash('d'), width: 60 });
  });
  it('takes the pivot along with what was only moved', () => {
    const newer = characterOf(
      body,
      mouths(),
      drawnLayer('hat', { x: 35, y: 2, width: 40, height: 20 }, 'c'),
    );
    expect(compare(mine, newer).continued.find(({ part }) => part.id === 'hat')!.change).toBe(
      'moved',
    );
    expect(partsOf(taken(mine, newer)).at(-1)!.pivot).toEqual({ x: 55, y: 12 });
  });
  it('brings a new mouth into the chart, at its place in the group', () => {
    const newer = characterOf(body, mouths(drawnLayer('fv', { x: 40, y: 70 }, '4')), hat);
    const after = taken(mine, newer);
    expect(ids(after)).toEqual([
      'body',
      'mouth',
      'mouth/rest',
      'mouth/ah',
      'mouth/oo',
      'mouth/fv',
      'hat',
    ]);
    expect(chartOf(after.mouth!).drawings.at(-1)!.drawing).toBe('mouth/fv');
  });
  it('brings closed eyes to one that had none', () => {
    const newer = characterOf(body, mouths(), hat, drawnLayer('eyes closed', { y: 40 }, '5'));
    expect(taken(mine, newer).eyes.lids).toMatchObject({ kind: 'swap', closed: ['eyes closed'] });
  });
  it('keeps what somebody has set in the chart', () => {
    const [rest, ah] = chartOf(mine.mouth!).drawings;
    const chart = { rest: rest!.drawing, drawings: [rest!, { ...ah!, label: 'wide' }] };
    const set = { ...mine, mouth: { ...mine.mouth!, kind: 'chart', chart } as MouthRig };
    const newer = characterOf(body, mouths(drawnLayer('fv')), hat);
    const after = chartOf(taken(set, newer).mouth!).drawings;
    expect(after.map(({ label }) => label)).toContain('wide');
    expect(after.map(({ drawing }) => drawing)).not.toContain('mouth/oo');
  });
  it('lacks a mouth: the chart goes on without it', () => {
    const newer = characterOf(body, groupOf('mouth', ...mouths().layers.slice(0, 2)), hat);
    const [gone] = compare(mine, newer).removed;
    expect(gone).toMatchObject({ part: { id: 'mouth/oo' }, needed: true });
    const after = taken(mine, newer);
    expect(after.mouth).toMatchObject({ chart: { drawings: [{}, {}] } });
    expect(after.drawings).not.toHaveProperty(['mouth/oo']);
  });
  it('lacks a part that somebody keeps', () => {
    expect(ids(taken(mine, characterOf(body, mouths()), { kept: ['hat'] }))).toEqual(ids(mine));
  });
  it('lacks a part in which others were put here: they stay, and so does their order', () => {
    const dressed = withPartsMoved(mine, ['hat', 'mouth'], 'body', 0);
    const after = taken(dressed, characterOf(mouths(), hat));
    expect(partsOf(after).map(({ id, parent }) => [id, parent])).toEqual([
      ['hat', null],
      ['mouth', null],
      ...['mouth/rest', 'mouth/ah', 'mouth/oo'].map((id) => [id, 'mouth']),
    ]);
  });
  it('in twice the size is the same character with finer pictures', () => {
    const twice = (layer: ReturnType<typeof drawnLayer>): typeof layer => ({
      ...layer,
      drawing: layer.drawing && {
        ...layer.drawing,
        ...{ x: layer.drawing.x * 2, y: layer.drawing.y * 2 },
        ...{ width: layer.drawing.width * 2, height: layer.drawing.height * 2 },
      },
      layers: layer.layers.map(twice),
    });
    const layers = [body, mouths(), hat].map(twice);
    const newer = characterFromArtwork('Test', {
      width: 200,
      height: 200,
      layers,
      notes: [],
      flat: null,
    });
    expect(compare(mine, newer).page).toEqual({ scale: 2, x: 0, y: 0 });
    expect(taken(mine, newer)).toEqual(mine);
  });
  it('on a page extended to the left lies where it lay', () => {
    const moved = (layer: ReturnType<typeof drawnLayer>): typeof layer => ({
      ...layer,
      drawing: layer.drawing && { ...layer.drawing, x: layer.drawing.x + 30 },
      layers: layer.layers.map(moved),
    });
    const layers = [body, mouths(), hat].map(moved);
    const newer = characterFromArtwork('Test', {
      width: 130,
      height: 100,
      layers,
      notes: [],
      flat: null,
    });
    expect(compare(mine, newer).page).toEqual({ scale: 1, x: 30, y: 0 });
    expect(taken(mine, newer)).toEqual(mine);
  });
  it('in another order changes the order only when that is wished', () => {
    const newer = characterOf(hat, body, mouths());
    expect(compare(mine, newer).arranged.map(({ id }) => id)).toEqual(['hat']);
    expect(ids(taken(mine, newer))).toEqual(ids(mine));
    expect(ids(taken(mine, newer, { arrangement: true }))).toEqual(ids(newer));
  });
});

describe('a renamed layer', () => {
  const renamed = characterOf(body, mouths(), { ...hat, name: 'bowler' });
  it('with the same picture is the same part', () => {
    expect(compare(mine, renamed).continued.find(({ by }) => by === 'picture')).toMatchObject({
      part: { id: 'hat' },
      layer: { name: 'bowler' },
    });
    expect(partsOf(taken(mine, renamed)).at(-1)).toMatchObject({ id: 'hat', name: 'bowler' });
    // The next time its name tells.
    expect(compare(taken(mine, renamed), renamed).continued.every(({ by }) => by === 'name')).toBe(
      true,
    );
  });
  it('drawn anew is guessed by its place, and somebody can say no', () => {
    const redrawn = characterOf(
      body,
      mouths(),
      drawnLayer('bowler', { x: 31, y: 1, width: 39, height: 20 }, 'f'),
    );
    expect(compare(mine, redrawn).continued.at(-1)).toMatchObject({
      part: { id: 'hat' },
      by: 'guess',
    });
    const not = new Map([['hat', null]]);
    const refused = compare(mine, redrawn, not);
    expect(refused.removed.map(({ part }) => part.id)).toEqual(['hat']);
    expect(refused.added.map(({ layer }) => layer.id)).toEqual(['bowler']);
  });
  it('far away and unlike is no guess, but somebody can say so', () => {
    const other = characterOf(body, mouths(), drawnLayer('cane', { x: 80, y: 90 }, 'f'));
    expect(compare(mine, other).removed.map(({ part }) => part.id)).toEqual(['hat']);
    const after = taken(mine, other, { said: new Map([['hat', 'cane']]) });
    expect(partsOf(after).at(-1)).toMatchObject({ id: 'hat', name: 'cane', drawing: 'hat' });
  });
  it('keeps apart from a part of its name that somebody keeps', () => {
    const after = taken(mine, mine, { said: new Map([['hat', null]]), kept: ['hat'] });
    expect(ids(after).slice(-2).sort()).toEqual(['hat', 'hat (2)']);
  });
});

it('gives a character that can be saved, whatever came and went', () => {
  const names = ['body', 'hat', 'ah', 'rest', 'oo', 'head', 'pupil left', 'eye white left'];
  const layers = fc.uniqueArray(fc.constantFrom(...names), { minLength: 1 }).chain((chosen) =>
    fc
      .tuple(
        fc.shuffledSubarray(chosen, { minLength: chosen.length }),
        fc.array(fc.nat(6), { minLength: chosen.length, maxLength: chosen.length }),
        fc.nat(chosen.length),
      )
      .map(([order, pictures, inMouth]) => {
        const drawn = order.map((name, at) =>
          drawnLayer(name, { x: 5 * at }, String(pictures[at])),
        );
        const inside = drawn.slice(0, inMouth);
        return characterOf(
          ...(inside.length > 0 ? [groupOf('mouth', ...inside)] : []),
          ...drawn.slice(inMouth),
        );
      }),
  );
  fc.assert(
    fc.property(layers, layers, fc.boolean(), fc.nat(8), fc.option(fc.nat(8)), (...drawn) => {
      const [before, newer, arrangement, moved, into] = drawn;
      const at = (index: number) => partsOf(before)[index % partsOf(before).length]!.id;
      const edited = withPartsMoved(before, [at(moved)], into === null ? null : at(into), 0);
      const after = taken(edited, newer, { arrangement });
      expect(treeProblem(partsOf(after))).toBeNull();
      expect(readDocument('character', JSON.parse(JSON.stringify(after)))).toBeTruthy();
      const pictures = (one: Character) =>
        partsOf(one)
          .flatMap(({ drawing }) => (drawing ? one.drawings[drawing]!.media : []))
          .sort();
      expect(pictures(after)).toEqual(pictures(newer));
    }),
  );
});

describe('pixelLikeness', () => {
  const grey = [128, 128, 128, 255];
  it('is whole for the same and for nothing at all', () => {
    expect(pixelLikeness(grey, grey)).toBe(1);
    expect(pixelLikeness([0, 0, 0, 0], [0, 0, 0, 0])).toBe(1);
  });
  it('counts only where something is', () => {
    const nothing = [0, 0, 0, 0];
    expect(pixelLikeness([...grey, ...nothing], [...grey, ...nothing])).toBe(1);
    expect(pixelLikeness([...grey, ...nothing], [...nothing, ...grey])).toBe(0);
  });
});

describe('what bends and hangs', () => {
  const outline = [
    [
      { x: 30, y: 0 },
      { x: 70, y: 0 },
      { x: 70, y: 20 },
    ],
  ];
  const points = [
    { name: 'Root', kind: 'pivot', x: 50, y: 20 },
    { name: 'Tip', kind: 'grip', x: 50, y: 5 },
  ] as const;
  const bent = withBend(mine, 'Hat', ['hat'], outline, points, [[0, 1]]);
  const soft = withRegion(
    bent,
    'hat',
    'Top',
    { x: 50, y: 0 },
    { columns: 2, rows: 2, weights: [255, 255, 0, 0] },
  );
  const hung = withSway(withJoint(soft, ['hat'], 'fixed', 'body'), { name: 'Sways', part: 'body' });
  const made = withStop(withNewControl(hung, 'wave', 'Wave'), 'wave', 1);
  const whole = withStopGrip(made, 'wave', 1, gripControlId('hat', 'tip'), { x: 4, y: 0 });

  it('stays, and goes along with a drawing that lies elsewhere and is larger', () => {
    const moved = drawnLayer('hat', { x: 40, y: 10, width: 80, height: 20 }, 'd');
    const after = taken(whole, characterOf(body, mouths(), moved));
    expect(characterSchema.isValidSync(after)).toBe(true);
    const { points: now, outline: ring, regions } = after.bends['hat']!;
    expect(now['root']).toMatchObject({ x: 80, y: 30, kind: 'pivot' });
    expect(ring[0]![0]).toEqual({ x: 40, y: 10 });
    expect(regions['top']!.pivot).toEqual({ x: 80, y: 10 });
    expect([after.joints, after.sways, after.controls]).toEqual([
      whole.joints,
      whole.sways,
      whole.controls,
    ]);
  });
  it('gets the outline of what is drawn anew, and keeps the old one where nothing is seen', () => {
    const drawn = [[...outline[0]!, { x: 30, y: 20 }]];
    const traced = withOutlinesTraced(whole, new Set(['hat']), () => drawn);
    expect(traced.bends['hat']!.outline).toBe(drawn);
    expect(withOutlinesTraced(whole, new Set(['body']), () => drawn).bends).toEqual(whole.bends);
    expect(withOutlinesTraced(whole, new Set(['hat']), () => null).bends).toEqual(whole.bends);
    expect(withOutlinesTraced(whole, new Set(['hat']), () => []).bends).toEqual(whole.bends);
  });
  it('goes with a part that goes', () => {
    const after = taken(whole, characterOf(body, mouths()));
    expect([after.bends, after.joints]).toEqual([{}, {}]);
    expect(after.controls['wave']!.stops[0]!.grips).toEqual({});
    expect(characterSchema.isValidSync(after)).toBe(true);
  });
});

describe('artwork that was extended, regrouped and renamed at once', () => {
  const face = (name: (own: string) => string, right: number, down: number) => [
    groupOf(
      name('head'),
      drawnLayer(name('skull'), { x: 20 + right, y: 20 + down, width: 60, height: 60 }, '1'),
      drawnLayer(name('nose'), { x: 45 + right, y: 45 + down, width: 10, height: 10 }, '2'),
    ),
    drawnLayer(name('hat'), { x: 30 + right, y: down, width: 40, height: 20 }, '3'),
  ];
  const before = characterOf(...face((own) => own, 0, 0));
  const of = (width: number, height: number, layers: ReturnType<typeof face>) =>
    characterFromArtwork('Test', { width, height, layers, notes: [], flat: null });

  it('lies where it lay, every part of it', () => {
    const after = of(
      150,
      130,
      face((own) => `Teil ${own.length}${own[0]!}`, 40, 30),
    );
    const { page, continued, added, removed } = compare(before, after);
    expect(page).toEqual({ scale: 1, x: 40, y: 30 });
    expect([added, removed]).toEqual([[], []]);
    expect(continued.map(({ change }) => change)).toEqual(['none', 'none', 'none', 'none']);
    const { pivot } = taken(before, after).parts['head']!;
    expect(pivot).toEqual(before.parts['head']!.pivot);
  });

  it('is known by the ends of its paths where it was put into another group', () => {
    const { continued, added } = compare(
      before,
      of(100, 100, [groupOf('all of it', ...face((own) => own, 0, 0))]),
    );
    expect(continued.map(({ part }) => part.id).sort()).toEqual(ids(before).sort());
    expect(added).toEqual([]);
  });

  it('two that have swapped their names keep their pictures', () => {
    const eyes = (one: string, other: string) =>
      characterOf(drawnLayer(one, { x: 10 }, '4'), drawnLayer(other, { x: 60 }, '5'));
    const { continued } = compare(eyes('sun', 'moon'), eyes('moon', 'sun'));
    expect(continued.map(({ part, layer, change }) => [part.id, layer.id, change])).toEqual([
      ['sun', 'moon', 'none'],
      ['moon', 'sun', 'none'],
    ]);
  });

  it('a group of which all drawings moved takes its pivot along, and one of which some did stays', () => {
    const moved = of(
      100,
      100,
      face((own) => own, 0, 0).map((layer, at) =>
        at === 0 ? face((own) => own, 5, -4)[0]! : layer,
      ),
    );
    const pivotOf = (character: Character) => character.parts['head']!.pivot;
    const { x, y } = pivotOf(before);
    expect(pivotOf(taken(before, moved))).toEqual({ x: x + 5, y: y - 4 });
    const [head, hatOf] = face((own) => own, 0, 0);
    const some = { ...head!, layers: [head!.layers[0]!, face((own) => own, 5, -4)[0]!.layers[1]!] };
    expect(pivotOf(taken(before, of(100, 100, [some, hatOf!])))).toEqual({ x, y });
  });
});

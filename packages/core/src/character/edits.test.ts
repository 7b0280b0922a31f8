import fc from 'fast-check';
import { chartOf } from '../mouth/mouthRig';
import { chartInMood, coverageOf, moodsOf } from '../mouth/coverage';
import { readDocument } from '../document';
import { characterOf, drawnLayer, groupOf } from '../testing/testArtwork';
import { abilitiesOf } from './abilities';
import type { ArtworkLayer } from './artwork';
import { possibleMouths, withGroup, withMeaning, withParts, withPartsMoved } from './edits';
import { withoutParts } from './removal';
import { treeProblem } from './tree';
import { partsOf } from './partList';

const layer = (name: string, inside: readonly ArtworkLayer[] = []) =>
  inside.length > 0 ? groupOf(name, ...inside) : drawnLayer(name);

const small = characterOf(
  layer('body'),
  layer('head', [layer('face'), layer('mouth', [layer('ah'), layer('rest'), layer('oo')])]),
  layer('hat'),
);
const order = (character = small) =>
  partsOf(character).map(({ id, parent }) => `${parent ?? ''}>${id}`);

describe('withPartsMoved', () => {
  it('carries a group with all that it holds', () => {
    expect(order(withPartsMoved(small, ['head'], null, 0))).toEqual([
      '>head',
      'head>head/face',
      'head>head/mouth',
      'head/mouth>head/mouth/ah',
      'head/mouth>head/mouth/rest',
      'head/mouth>head/mouth/oo',
      '>body',
      '>hat',
    ]);
  });
  it('puts a part into a group, over what lies beneath', () => {
    expect(order(withPartsMoved(small, ['hat'], 'head', 1)).slice(1, 4)).toEqual([
      '>head',
      'head>head/face',
      'head>hat',
    ]);
  });
  it('puts nothing inside itself', () => {
    expect(withPartsMoved(small, ['head'], 'head/mouth', 0)).toBe(small);
  });
  it('keeps a tree that can be saved, wherever parts are moved', () => {
    const id = fc.constantFrom(...partsOf(small).map((part) => part.id));
    const moves = fc.array(fc.tuple(id, fc.option(id), fc.nat(5)), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(moves, (list) => {
        const moved = list.reduce(
          (character, [part, parent, index]) => withPartsMoved(character, [part], parent, index),
          small,
        );
        expect(treeProblem(partsOf(moved))).toBeNull();
        expect(
          partsOf(moved)
            .map((part) => part.id)
            .sort(),
        ).toEqual(
          partsOf(small)
            .map((part) => part.id)
            .sort(),
        );
        expect(() => readDocument('character', moved)).not.toThrow();
      }),
    );
  });
});

it('groups parts where the first of them is', () => {
  expect(order(withGroup(small, ['body', 'hat'], 'clothes')).slice(0, 4)).toEqual([
    '>clothes',
    'clothes>body',
    'clothes>hat',
    '>head',
  ]);
});

it('puts mouth and eyes together anew when somebody says what a part is', () => {
  const odd = characterOf(layer('asdf', [layer('1a2b'), layer('zz9')]), layer('qwer'));
  expect(odd.mouth).toBeNull();
  const sound = (viseme: 0 | 10) => ({
    role: 'mouth drawing' as const,
    side: null,
    sound: { visemes: [viseme], mood: null, loudness: null, number: null, expression: null },
  });
  const mouth = withMeaning(odd, 'asdf', { role: 'mouth', side: null, sound: null });
  const both = withMeaning(withMeaning(mouth, 'asdf/1a2b', sound(0)), 'asdf/zz9', sound(10));
  expect(both.mouth!.kind).toBe('two');
  const seen = withMeaning(both, 'qwer', { role: 'closed eye', side: null, sound: null });
  expect(
    abilitiesOf(seen)
      .filter(({ can }) => can)
      .map(({ name }) => name),
  ).toEqual(['talks', 'blinks']);
});

it('changes parts together', () => {
  const faded = withParts(small, ['hat', 'body'], { opacity: 0.5 });
  expect(
    partsOf(faded)
      .filter(({ opacity }) => opacity === 0.5)
      .map(({ id }) => id),
  ).toEqual(['body', 'hat']);
});

describe('mouth charts', () => {
  const chart = chartOf(small.mouth!);
  it('say which sounds have drawings of their own, and what the others borrow', () => {
    const coverage = coverageOf(chart);
    expect(coverage.filter(({ own }) => own).map(({ viseme }) => viseme)).toEqual([0, 10, 14]);
    expect(coverage[13]!.drawing).toBe('head/mouth/oo');
    expect(coverage[1]!.drawing).toBe('head/mouth/rest');
  });
  it('keep moods apart', () => {
    const sounds = ['rest', 'ah'].map((name) => layer(name));
    const moody = characterOf(layer('mouth', [layer('cheerful', sounds), layer('cross', sounds)]));
    const both = chartOf(moody.mouth!);
    expect(moodsOf(both)).toEqual(['cheerful', 'cross']);
    expect(chartInMood(both, 'cross')).toMatchObject({ rest: 'mouth/cross/rest' });
    expect(chartInMood(both, 'cross').drawings).toHaveLength(2);
    expect(chartInMood(chart, 'cross')).toBe(chart);
  });
  it('can be run through by opening instead', () => {
    const mouths = possibleMouths(small);
    expect([...mouths.keys()]).toEqual(['chart', 'strip', 'two', 'steps']);
    expect(mouths.get('strip')).toMatchObject({
      strip: ['head/mouth/rest', 'head/mouth/ah'],
    });
  });
});

describe('withoutParts', () => {
  it('takes a group with all that it holds, and their drawings', () => {
    const after = withoutParts(small, ['head']);
    expect(order(after)).toEqual(['>body', '>hat']);
    expect(Object.keys(after.drawings)).toEqual(['body', 'hat']);
    expect(after.mouth).toBeNull();
  });
  it('leaves a mouth that goes on with what is left, at rest in what is most shut', () => {
    const after = withoutParts(small, ['head/mouth/rest']);
    const { rest, drawings } = chartOf(after.mouth!);
    expect(drawings).toHaveLength(2);
    expect(drawings.map(({ drawing }) => drawing)).toContain(rest);
    expect(partsOf(after).find(({ id }) => id === 'head/mouth')!.shows).not.toBe('head/mouth/rest');
  });
  it('keeps the last part, since a character needs one', () => {
    const one = characterOf(layer('hat'));
    expect(withoutParts(one, ['hat'])).toBe(one);
  });
  it('leaves eyes that go on with what is left', () => {
    const eyed = characterOf(
      layer('eye white left'),
      layer('pupil left'),
      layer('eye closed left'),
      layer('brow left'),
    );
    const { eyes } = withoutParts(eyed, ['eye white left', 'eye closed left', 'brow left']);
    expect(eyes).toMatchObject({ pupils: [], lids: null, brows: { left: null } });
  });
  it('gives a character that can be saved, whatever is taken away', () => {
    const ids = fc.subarray(partsOf(small).map(({ id }) => id));
    fc.assert(
      fc.property(ids, (gone) => {
        const after = withoutParts(small, gone);
        expect(readDocument('character', JSON.parse(JSON.stringify(after)))).toBeTruthy();
      }),
    );
  });
});

describe('saying what a mouth drawing is', () => {
  const said = (mood: string | null) => ({
    role: 'mouth drawing' as const,
    side: null,
    sound: { visemes: [10 as const], mood, loudness: null, number: null, expression: null },
  });
  it('changes that drawing alone: followers and other sounds stay as they were set', () => {
    const follower = { part: 'hat', x: 0, y: -4, turn: 0, scale: 1, pivot: { x: 0, y: 0 } };
    const chart = chartOf(small.mouth!);
    const drawings = chart.drawings.map((entry) =>
      entry.drawing === 'head/mouth/oo' ? { ...entry, label: 'mine' } : entry,
    );
    const mouth = { ...small.mouth!, followers: [follower], chart: { ...chart, drawings } };
    const set = { ...small, mouth } as typeof small;
    const after = withMeaning(set, 'head/mouth/ah', said('cross')).mouth!;
    expect(after.followers).toEqual([follower]);
    const label = (drawing: string) =>
      chartOf(after).drawings.find((entry) => entry.drawing === drawing)!;
    expect(label('head/mouth/oo').label).toBe('mine');
    expect(label('head/mouth/ah').mood).toBe('cross');
  });
});

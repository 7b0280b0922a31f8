import fc from 'fast-check';
import { IDENTITY } from '../geometry';
import { targetOf } from '../mouth/articulation';
import { chartOf } from '../mouth/mouthRig';
import { inTable } from '../records';
import { readDocument } from '../document';
import { characterOf, drawnLayer, groupOf } from '../testing/testArtwork';
import { hash } from '../testing/testScene';
import type { ArtworkLayer } from './artwork';
import { recognise } from './recognition/recognise';
import { plainPart, type Part, type UnplacedPart } from './part';
import { itemsOf } from './posed';
import { characterFromTwoDrawings } from './twoDrawings';
import { partsOf } from './partList';
import { controlsOf } from './controls';
import { poseOf } from './poseOf';

const layer = (name: string, inside: readonly ArtworkLayer[] = [], at = { x: 0, y: 0 }) =>
  inside.length > 0 ? groupOf(name, ...inside) : drawnLayer(name, at);
const hidden = (one: ArtworkLayer): ArtworkLayer => ({ ...one, hidden: true });

const listed = (parts: readonly UnplacedPart[]) => partsOf({ parts: inTable<Part>(parts) });

/** What a lone layer of a name is taken for. */
function taken(name: string, within?: string) {
  const around = within ? [plainPart({ id: 'g', name: within })] : [];
  const parts = [
    ...around,
    plainPart({ id: 'p', name, parent: within ? 'g' : null, drawing: 'd' }),
  ];
  return recognise(listed(parts)).get('p');
}

describe('recognise', () => {
  it.each([
    ['Head', 'head', null],
    ['left_brow', 'brow', 'left'],
    ['R Eyebrow', 'brow', 'right'],
    ['eyebrowL', 'brow', 'left'],
    ['Upper Teeth', 'upper teeth', null],
    ['teeth - bottom', 'lower teeth', null],
    ['hand.R', 'hand', 'right'],
    ['Pupils', 'pupil', null],
    ['eye closed left', 'closed eye', 'left'],
    ['Hair back copy 2', 'hair', null],
    ['LowerBeak', 'jaw', null],
    ['Ｅａｒ', 'ear', null],
  ])('takes “%s” for %s', (name, role, side) => {
    expect(taken(name)).toMatchObject({ role, side });
  });
  it.each(['στόμα', 'فم', '👄', 'asdf', '', '17'])('takes “%s” for nothing', (name) => {
    expect(taken(name)).toBeUndefined();
  });
  it('takes layers named by sounds for a mouth where no group holds them', () => {
    const names = ['head', 'rest', 'M B P', 'AH', 'OO', 'nose'];
    const parts = names.map((name) => plainPart({ id: name, name, drawing: name }));
    const found = recognise(listed(parts));
    expect(['rest', 'M B P', 'AH', 'OO'].map((name) => found.get(name)?.role)).toEqual(
      new Array(4).fill('mouth drawing'),
    );
    expect(found.get('AH')).toMatchObject({ sound: { visemes: [10] }, sureness: 'likely' });
    const character = characterOf(...names.map((name) => layer(name)));
    expect(character.mouth).toMatchObject({ kind: 'chart' });
  });
  it.each([
    ['letters that may be any layers', ['a', 'b', 'c', 'd', 'e']],
    ['numbers', ['Layer 10', 'Layer 11', 'Layer 12', 'Layer 13']],
    ['sounds apart from each other', ['AH', 'head', 'OO', 'neck', 'EE']],
    ['sounds beside a mouth', ['mouth', 'AH', 'OO', 'EE']],
  ])('takes %s for no loose drawings of a mouth', (_what, names) => {
    const parts = names.map((name) => plainPart({ id: name, name, drawing: name }));
    const roles = [...recognise(listed(parts)).values()].map(({ role }) => role);
    expect(roles).not.toContain('mouth drawing');
  });
  it.each([
    ['M', [1]],
    ['mbp', [1]],
    ['mouth_oh', [13]],
    ['EE', [12]],
    ['F, V', [2]],
    ['cdg', [5, 4]],
    ['rest', [0]],
    ['L', [8]],
    ['mouth closed', [1]],
    ['EE wide', [12]],
    ['round oh with teeth', [13]],
    ['wide', [10]],
  ])('hears “%s” in a mouth', (name, visemes) => {
    expect(taken(name, 'Mouth')!.sound!.visemes).toEqual(visemes);
  });
  it('is less sure of a name with words that it does not know', () => {
    expect(taken('oh', 'mouth')!.sureness).toBe('sure');
    expect(taken('round oh again', 'mouth')!.sureness).toBe('likely');
    expect(taken('thing a', 'mouth')).toBeUndefined();
  });
  it('tells moods, loudness, numbers and expressions', () => {
    expect(taken('cheerful ah', 'mouth')!.sound).toMatchObject({ visemes: [10], mood: 'cheerful' });
    expect(taken('ah loud', 'mouth')!.sound).toMatchObject({ visemes: [10], loudness: 1 });
    expect(taken('mouth 07', 'mouth')!.sound).toMatchObject({ visemes: [], number: 7 });
    expect(taken('smile', 'mouth')!.sound).toMatchObject({ visemes: [], expression: 'smile' });
    expect(taken('tongue', 'mouth')!.role).toBe('tongue');
  });
  it('knows words in any order, case and separator', () => {
    const separator = fc.constantFrom(' ', '_', '-', '.', ' - ');
    const cased = (word: string) =>
      fc.constantFrom(word, word.toUpperCase(), word[0]!.toUpperCase() + word.slice(1));
    const words = fc
      .tuple(cased('left'), cased('eye'), cased('closed'))
      .chain((all) => fc.shuffledSubarray(all, { minLength: 3 }));
    fc.assert(
      fc.property(words, separator, (some, between) => {
        expect(taken(some.join(between))).toMatchObject({ role: 'closed eye', side: 'left' });
      }),
    );
  });
  it('never fails, whatever parts are called', () => {
    const name = fc.string({ unit: 'grapheme', maxLength: 30 });
    fc.assert(fc.property(name, name, (one, two) => void taken(one, two)));
  });
});

describe('characterFromArtwork', () => {
  it('makes a part of every layer, in its place, with all that the file says of it', () => {
    const faded = { ...layer('shade'), opacity: 0.4, blend: 'multiply' as const, clipped: true };
    const character = characterOf(layer('head', [layer('face'), faded]), layer('hat'));
    const [parts, drawings] = [partsOf(character), character.drawings];
    expect(parts.map(({ id, parent }) => [id, parent])).toEqual([
      ['head', null],
      ['head/face', 'head'],
      ['head/shade', 'head'],
      ['hat', null],
    ]);
    expect(parts[2]).toMatchObject({ opacity: 0.4, blend: 'multiply', clipped: true });
    expect(Object.keys(drawings)).toEqual(['head/face', 'head/shade', 'hat']);
    expect(parts[3]!.pivot).toEqual({ x: 10, y: 5 });
  });
  it('tells layers of one name apart', () => {
    const parts = partsOf(characterOf(layer('arm'), layer('arm'), layer('__proto__')));
    expect(parts.map(({ id }) => id)).toEqual(['arm', 'arm (2)', '_proto_']);
  });

  it('charts the mouth drawings by their names, hidden ones too', () => {
    const character = characterOf(
      layer('body'),
      layer('mouth', [layer('ah'), hidden(layer('rest')), hidden(layer('M')), layer('smile')]),
    );
    const { mouth } = character;
    const parts = partsOf(character);
    expect(mouth).toMatchObject({ kind: 'chart', part: 'mouth' });
    const { rest, drawings } = chartOf(mouth!);
    expect(rest).toBe('mouth/rest');
    expect(drawings.map(({ label }) => label)).toEqual(['ah', 'rest', 'p b m', 'smile']);
    expect(drawings[3]!.articulation).toBeNull();
    expect(parts.find(({ id }) => id === 'mouth')!.shows).toBe('mouth/rest');
    expect(parts.every((part) => !part.hidden)).toBe(true);
  });
  it('keeps moods apart, and their drawings in one mouth', () => {
    const sounds = ['rest', 'ah', 'oo'].map((name) => layer(name));
    const character = characterOf(
      layer('mouth', [layer('cheerful', sounds), layer('cross', sounds)]),
    );
    const { mouth } = character;
    const parts = partsOf(character);
    expect(chartOf(mouth!).drawings.map(({ mood }) => mood)).toEqual([
      ...['cheerful', 'cheerful', 'cheerful'],
      ...['cross', 'cross', 'cross'],
    ]);
    expect(parts.map(({ parent }) => parent)).toEqual([null, ...new Array(6).fill('mouth')]);
  });
  it('gathers loose mouth drawings into one mouth', () => {
    const character = characterOf(
      layer('head'),
      layer('mouth ah'),
      layer('mouth oo'),
      layer('mouth closed'),
      layer('hat'),
    );
    const { mouth } = character;
    const parts = partsOf(character);
    expect(mouth).toMatchObject({ kind: 'chart', part: 'mouth' });
    expect(parts.map(({ name }) => name)).toEqual([
      ...['head', 'mouth', 'mouth ah', 'mouth oo', 'mouth closed', 'hat'],
    ]);
  });
  it.each([
    ['two', [layer('mouth', [layer('open'), layer('closed')])]],
    ['steps', [layer('mouth', [layer('1'), layer('2'), layer('3')])]],
    [
      'strip',
      [
        layer(
          'mouth',
          ['1', '2', '3', '4', '5', '6'].map((name) => layer(name)),
        ),
      ],
    ],
    ['jaw', [layer('head'), layer('jaw', [], { x: 60, y: 20 })]],
    ['cut', [layer('head'), layer('mouth')]],
  ])('finds the kind of mouth: %s', (kind, layers) => {
    const character = characterOf(...layers);
    expect(character.mouth!.kind).toBe(kind);
    expect(() => readDocument('character', character)).not.toThrow();
  });
  it.each([
    [[layer('body')]],
    [[layer('mouth', []), layer('body')].map((l) => ({ ...l, drawing: null }))],
  ])('goes without a mouth where there is none: %#', (layers) => {
    expect(characterOf(...layers).mouth).toBeNull();
  });

  it('finds eyes that look and blink, drawn side by side', () => {
    const eye = (side: string, x: number) => [
      layer(`eye white ${side}`, [], { x, y: 40 }),
      layer(`pupil ${side}`, [], { x: x + 5, y: 42 }),
      hidden(layer(`closed eye ${side}`, [], { x, y: 40 })),
    ];
    const character = characterOf(...eye('left', 60), ...eye('right', 20), layer('brow left'));
    const { pupils, lids, brows } = character.eyes;
    expect(pupils.map(({ pupil }) => pupil)).toEqual(['pupil left', 'pupil right']);
    expect(lids).toEqual({
      kind: 'swap',
      closed: ['closed eye left', 'closed eye right'],
      open: ['eye white left', 'pupil left', 'eye white right', 'pupil right'],
    });
    expect(brows.left!.part).toBe('brow left');
    expect(partsOf(character).find(({ id }) => id === 'pupil left')!.clipped).toBe(true);
    expect(() => readDocument('character', character)).not.toThrow();
  });
  it('shows no pupil within the white of the other eye, where both whites lie beneath', () => {
    const at = (x: number) => ({ x, y: 40 });
    const character = characterOf(
      layer('eye white left', [], at(60)),
      layer('eye white right', [], at(20)),
      layer('pupil left', [], { x: 65, y: 42 }),
      layer('pupil right', [], { x: 25, y: 42 }),
    );
    expect(character.eyes.pupils).toHaveLength(2);
    expect(partsOf(character).map(({ clipped }) => clipped)).toEqual([false, false, false, false]);
  });
  it('takes an eye under a pupil for its white where no white is named', () => {
    const { pupils } = characterOf(
      layer('eye left', [], { x: 60, y: 40 }),
      layer('pupil left', [], { x: 65, y: 42 }),
    ).eyes;
    expect(pupils).toMatchObject([{ pupil: 'pupil left', white: 'eye left' }]);
    const inside = layer('eye left', [layer('pupil left')]);
    expect(characterOf(inside).eyes.pupils).toEqual([]);
  });
  it('finds eyes drawn as a group of open and closed', () => {
    const character = characterOf(layer('eyes', [layer('open'), layer('closed')]));
    const { eyes } = character;
    const parts = partsOf(character);
    expect(eyes.lids).toEqual({ kind: 'swap', closed: ['eyes/closed'], open: ['eyes/open'] });
    expect(parts.find(({ id }) => id === 'eyes/closed')!.hidden).toBe(true);
  });
  it('finds a blink drawn over several drawings, and lids that slide', () => {
    const run = ['open', 'closed 1', 'closed 2', 'closed 3'].map((name) => layer(name));
    expect(characterOf(layer('eyes', run)).eyes.lids).toEqual({
      kind: 'flip',
      flips: [['eyes/open', 'eyes/closed 1', 'eyes/closed 2', 'eyes/closed 3']],
    });
    expect(characterOf(layer('eye white'), layer('lid')).eyes.lids).toMatchObject({
      kind: 'slide',
      lids: [{ part: 'lid', x: 0 }],
    });
  });
  it('makes a character that can be saved, whatever layers are called', () => {
    const words = fc.constantFrom(
      ...[
        'mouth',
        'eye',
        'pupil',
        'white',
        'closed',
        'left',
        'R',
        'ah',
        'M',
        '1',
        '2',
        'jaw',
        'lid',
        '口',
      ],
    );
    const name = fc.array(words, { minLength: 1, maxLength: 3 }).map((some) => some.join(' '));
    const leaf = name.map((one) => layer(one));
    const group = fc
      .tuple(name, fc.array(leaf, { maxLength: 5 }))
      .map(([one, inside]) => layer(one, inside));
    const outer = fc
      .tuple(name, fc.array(fc.oneof(leaf, group), { maxLength: 4 }))
      .map(([one, inside]) => layer(one, inside));
    fc.assert(
      fc.property(
        fc.array(fc.oneof(leaf, group, outer), { minLength: 1, maxLength: 7 }),
        (layers) => {
          const character = characterOf(...layers);
          expect(() => readDocument('character', character)).not.toThrow();
          // No drawing is lost on the way.
          const shown = partsOf(character).flatMap(({ drawing }) => drawing ?? []);
          expect(shown.sort()).toEqual(Object.keys(character.drawings).sort());
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('characterFromTwoDrawings', () => {
  it('shows both drawings at the size of the closed one, fitted and centred', () => {
    const { drawings, width, height } = characterFromTwoDrawings(
      'Two',
      { media: hash('a'), width: 400, height: 200 },
      { media: hash('b'), original: hash('c'), width: 100, height: 100 },
    );
    expect([width, height]).toEqual([400, 200]);
    expect(drawings['closed']).toMatchObject({ x: 0, y: 0, width: 400, height: 200 });
    expect(drawings['open']).toMatchObject({
      x: 100,
      y: 0,
      width: 200,
      height: 200,
      original: hash('c'),
    });
  });
});

it('brings a character of version 1 up to date, with the ids that scenes refer to', () => {
  const drawing = { kind: 'vector', media: hash('a'), x: 0, y: 0, width: 9, height: 9 };
  const first = {
    ...{ schemaVersion: 1, name: 'Old', width: 100, height: 100 },
    drawings: {
      body: drawing,
      'mouth/rest': drawing,
      'mouth/ah': drawing,
      open: drawing,
      shut: drawing,
    },
    parts: [
      { id: 'body', name: 'body', drawing: 'body' },
      { id: 'mouth', name: 'mouth', drawing: 'mouth/rest' },
      { id: 'eyes', name: 'eyes', drawing: 'open' },
    ],
    mouth: {
      part: 'mouth',
      chart: {
        rest: 'mouth/rest',
        drawings: [
          { drawing: 'mouth/rest', label: 'rest', articulation: targetOf(0) },
          { drawing: 'mouth/ah', label: 'ah', articulation: targetOf(10) },
        ],
      },
    },
    lids: { part: 'eyes', closed: 'shut' },
  };
  const character = readDocument('character', first);
  expect(chartOf(character.mouth!).drawings.map((entry) => entry.drawing)).toEqual([
    'mouth/rest',
    'mouth/ah',
  ]);
  expect(character.eyes.lids).toEqual({ kind: 'swap', closed: ['shut'], open: ['open'] });
  const values = controlsOf(character).rest.slice();
  controlsOf(character).set(values, 'eyes.closed', 1);
  const pose = poseOf(character, values);
  expect(itemsOf(character, IDENTITY, pose)).toHaveLength(3);
});

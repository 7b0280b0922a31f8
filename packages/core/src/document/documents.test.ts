import { readDocument } from './documents';
import { testMaterial } from '../testing/testScene';

const { scene, characters } = testMaterial();
const character = characters.get('character')!;
const line = scene.lines['line']!;

const withLine = (change: object) => ({ ...scene, lines: { line: { ...line, ...change } } });
const withMarkers = (count: number) => ({
  ...scene,
  markers: Object.fromEntries(
    Array.from({ length: count }, (_, at) => {
      return [`m${at}`, { id: `m${at}`, name: 'Here', start: at, length: 0 }];
    }),
  ),
});
const production = {
  schemaVersion: 4,
  name: 'A',
  pronunciations: [{ word: 'Isbel', like: 'iz bell' }],
  reactions: {},
};

describe('readDocument', () => {
  it('takes what Cruvo itself makes', () => {
    expect(readDocument('scene', scene)).toEqual(scene);
    expect(readDocument('character', character)).toEqual(character);
    expect(readDocument('production', production)).toEqual(production);
    expect(Object.keys(readDocument('scene', withMarkers(10_000)).markers)).toHaveLength(10_000);
  });
  it.each([
    ['scene', { ...scene, schemaVersion: scene.schemaVersion + 1 }, /newer Cruvo/],
    ['scene', { ...scene, length: -1 }, /length/],
    ['scene', { ...scene, frameRate: '26' }, /frameRate/],
    ['scene', { ...scene, cast: {} }, /member of the cast/],
    ['scene', { ...scene, stage: { ...scene.stage, background: 'red' } }, /colour/],
    ['scene', withLine({ corrections: [{ start: 10, end: 5, drawing: 'open' }] }), /order/],
    ['scene', withLine({ start: 0.5 }), /whole number of flicks/],
    ['scene', withLine({ row: 'nowhere' }), /stand in a row/],
    ['scene', withLine({ offset: 1 }), /after its voice/],
    ['scene', { ...scene, lines: { other: line } }, /under its own id/],
    ['scene', withMarkers(10_001), /10,000 markers/],
    ['character', { ...character, mouth: { ...character.mouth, part: 'nobody' } }, /does not have/],
    ['character', { ...character, drawings: {} }, /does not have/],
    [
      'character',
      {
        ...character,
        drawings: { ...character.drawings, open: { ...character.drawings['open'], media: 'x' } },
      },
      /SHA-256/,
    ],
    ['production', { ...production, name: '  ' }, /name/],
    ['production', null, /can’t be used/],
    ['scene', { schemaVersion: 1 }, /can’t be used/],
  ] as const)('refuses a wrong %s and says what is wrong', (kind, body, sentence) => {
    expect(() => readDocument(kind, body)).toThrow(sentence);
  });
});

import { emptyProduction, emptyScene } from '../scene';
import { testMaterial } from '../testing';
import { asProduction, referencesOfAll, withNewIds, type CarriedDocument } from './carried';

const { scene, characters } = testMaterial();
const root: CarriedDocument = { id: 'p', kind: 'production', body: emptyProduction('Fog') };
const own: CarriedDocument = { id: 's', kind: 'scene', body: scene };
const character: CarriedDocument = {
  ...{ id: 'character', kind: 'character' },
  body: characters.get('character')!,
};
const other: CarriedDocument = { id: 'e', kind: 'scene', body: emptyScene('Empty') };

it.each<[string, CarriedDocument[], RegExp]>([
  ['nothing', [], /must hold one production/],
  ['no production', [own, character], /must hold one production/],
  ['a production that is not the first', [other, root], /must hold one production/],
  ['two productions', [root, { ...root, id: 'q' }], /must hold one production/],
  ['an id twice', [root, other, other], /same id/],
  ['a scene without its character', [root, own], /A character of the scene “Scene” is missing/],
])('%s is no production', (_, documents, sentence) => {
  expect(() => asProduction(documents)).toThrow(sentence);
});

it('gets ids of its own, also where scenes name their characters, and needs the same', () => {
  const production = asProduction([root, own, character, other]);
  let count = 0;
  const renamed = withNewIds(production, () => `new ${count++}`);
  expect(renamed.map(({ id, kind }) => [id, kind])).toEqual([
    ['new 0', 'production'],
    ['new 1', 'scene'],
    ['new 2', 'character'],
    ['new 3', 'scene'],
  ]);
  const [before, after] = [referencesOfAll(production), referencesOfAll(renamed)];
  expect([...after.characters]).toEqual(['new 2']);
  expect([...before.characters]).toEqual(['character']);
  expect(after.media).toEqual(before.media);
  expect(after.tracks).toEqual(before.tracks);
});

import { readLayers } from '../formats/svg';
import { readDocument } from '../scene/documents';
import { hash } from '../testing/testScene';
import { characterFromLayers } from './fromLayers';
import { characterFromTwoDrawings } from './twoDrawings';

const group = (id: string, inside = '<circle r="5"/>') => `<g id="${id}">${inside}</g>`;

function characterOf(...groups: string[]) {
  const artwork = readLayers(`<svg viewBox="0 0 100 100">${groups.join('')}</svg>`);
  return characterFromLayers('Test', {
    ...artwork,
    drawingOf: ({ bounds }) => ({ kind: 'vector', media: hash('e'), ...bounds }),
  });
}

describe('characterFromLayers', () => {
  const eyes = group('eyes', group('open') + group('closed'));
  const mouth = group('mouth', group('ah') + group('rest') + group('mbp'));
  const character = characterOf(group('body'), mouth, eyes, group('hat'));

  it('keeps the order of the layers', () => {
    expect(character.parts.map(({ name }) => name)).toEqual(['body', 'mouth', 'eyes', 'hat']);
  });
  it('charts the mouth drawings by their names', () => {
    expect(character.mouth.chart.rest).toBe('mouth/rest');
    expect(character.mouth.chart.drawings.map(({ label }) => label)).toEqual([
      'ah',
      'rest',
      'p b m',
    ]);
  });
  it('finds the lids', () => {
    expect(character.lids).toEqual({ part: 'eyes', closed: 'eyes/closed' });
    expect(character.parts[2]!.drawing).toBe('eyes/open');
  });
  it('makes a character that can be saved', () => {
    expect(() => readDocument('character', character)).not.toThrow();
  });
  it('does without eyes', () => {
    expect(characterOf(mouth).lids).toBeNull();
  });
  it.each([
    [[group('body')], /no group named “mouth”/],
    [[group('mouth', group('shout'))], /“shout” has no known sound/],
    [[group('mouth')], /“mouth” is empty/],
  ])('says what is missing: %#', (groups, sentence) => {
    expect(() => characterOf(...groups)).toThrow(sentence);
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

import { characterFromTwoDrawings, partsOf, withPartList, withParts } from '@cruvo/core/character';
import { createCharacterStore } from './characterStore';
import { describeCharacterChanges } from './describeChanges';
import { meaningInWords } from './parts/meaningInWords';

const picture = { media: 'a'.repeat(64), width: 100, height: 100 };
const character = characterFromTwoDrawings('Nell', picture, picture);

describe('the store of a character', () => {
  it('takes changes back and does them again, and leaves alone what is chosen', () => {
    const store = createCharacterStore(character);
    const { history } = store;
    store.getState().choose(['open']);
    store.getState().change((before) => ({ ...before, name: 'Pru' }));
    store.getState().choose(['closed']);
    history.undo();
    expect(store.getState().character.name).toBe('Nell');
    expect(store.getState().chosen).toEqual(['closed']);
    history.redo();
    expect(store.getState().character.name).toBe('Pru');
  });
  it('keeps no step for a change that changes nothing', () => {
    const store = createCharacterStore(character);
    store.getState().change((before) => before);
    expect(store.history.state.getState().past).toHaveLength(0);
  });
});

describe('what changed', () => {
  it('is said in sentences, each kind once', () => {
    const renamed = { ...character, name: 'Pru' };
    const faded = withParts(renamed, ['open', 'closed'], { opacity: 0.5 });
    expect(describeCharacterChanges(character, character)).toEqual([]);
    expect(describeCharacterChanges(character, faded)).toEqual([
      'The character is called “Pru”.',
      'Changed: “Closed”, “Open”.',
    ]);
  });
  it('names what came and went, a few of many', () => {
    const extra = Array.from({ length: 5 }, (_, at) => ({
      ...partsOf(character)[0]!,
      id: `part ${at}`,
      name: `Part ${at}`,
      shows: null,
    }));
    const more = withPartList(character, [...partsOf(character), ...extra]);
    expect(describeCharacterChanges(character, more)).toEqual([
      'Added: “Part 0”, “Part 1”, “Part 2” and 2 more.',
    ]);
    expect(describeCharacterChanges(more, character)[0]).toMatch(/^Removed: /);
    expect(describeCharacterChanges(character, { ...character, mouth: null })).toEqual([
      'The mouth was set up differently.',
    ]);
  });
});

describe('what a part was taken for', () => {
  const sound = { visemes: [], mood: null, loudness: null, number: null, expression: null };
  const drawing = (change: object) => ({
    ...{ role: 'mouth drawing' as const, side: null },
    sound: { ...sound, ...change },
  });
  it.each([
    [{ role: 'brow' as const, side: 'left' as const, sound: null }, 'left brow'],
    [{ role: 'head' as const, side: null, sound: null }, 'head'],
    [drawing({ visemes: [1] }), 'p b m'],
    [drawing({ visemes: [10], mood: 'cross' }), 'ah · cross'],
    [drawing({ number: 7 }), 'no. 7'],
    [drawing({ expression: 'smile' }), 'smile'],
  ])('is said shortly: %#', (meaning, words) => {
    expect(meaningInWords(meaning)).toBe(words);
  });
});

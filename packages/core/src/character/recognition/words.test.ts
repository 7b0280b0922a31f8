import { inTable } from '../../records';
import { plainPart, type Part } from '../part';
import { partsOf } from '../partList';
import { recognise } from './recognise';
import { ROLE_WORDS, ROLES, SIDE_WORDS, type Role } from './words';

/** What a lone drawing of a name is taken for. */
const taken = (name: string) =>
  recognise(partsOf({ parts: inTable<Part>([plainPart({ id: 'p', name, drawing: 'd' })]) })).get(
    'p',
  );
const phrases = (Object.entries(ROLE_WORDS) as [Role, readonly string[]][]).flatMap(
  ([role, words]) => words.map((phrase) => [phrase, role] as const),
);
/** Sides that stand as words of their own. */
const sides = (['left', 'right'] as const).flatMap((side) =>
  SIDE_WORDS[side].map((word) => [word, side] as const),
);

describe('the table of words', () => {
  it('has words for every role', () => {
    expect([...new Set(phrases.map(([, role]) => role))].sort()).toEqual([...ROLES].sort());
  });
  it('says of no phrase two things', () => {
    const all = phrases.map(([phrase]) => phrase.split(' ').sort().join(' '));
    const twice = all.filter((phrase, at) => all.indexOf(phrase) !== at);
    const roles = (phrase: string) =>
      phrases.filter(([one]) => one.split(' ').sort().join(' ') === phrase).map(([, role]) => role);
    for (const phrase of twice) expect(new Set(roles(phrase)).size).toBe(1);
  });
  it.each(phrases)('takes “%s” for %s, surely', (phrase, role) => {
    expect(taken(phrase)).toMatchObject({ role, sureness: 'sure' });
  });
  it.each(sides)('knows “%s” for the %s side, before and after', (word, side) => {
    expect(taken(`${word} brow`)).toMatchObject({ role: 'brow', side });
    expect(taken(`Brow.${word}`)).toMatchObject({ role: 'brow', side });
  });
  it('does not mind numbers and what programs add', () => {
    for (const [phrase, role] of phrases) {
      if (role === 'mouth') continue;
      expect(taken(`${phrase} 3 copy`)).toMatchObject({ role, sureness: 'sure' });
      expect(taken(`Layer_${phrase.replaceAll(' ', '_')}.png`)).toMatchObject({ role });
    }
  });
});

it('parts that are only moved are what they were, and are not looked at again', () => {
  const part = plainPart({ id: 'p', name: 'mouth', drawing: 'd' });
  const of = (one: typeof part) => recognise(partsOf({ parts: inTable<Part>([one]) }));
  const found = of(part);
  expect(of({ ...part, pivot: { x: 9, y: 9 }, opacity: 0.5 })).toBe(found);
  expect(of({ ...part, name: 'nose' }).get('p')).toMatchObject({ role: 'nose' });
  expect(of({ ...part, meaning: { role: 'hat', side: null, sound: null } }).get('p')!.role).toBe(
    'hat',
  );
});

import { inTable } from '../../records';
import { plainPart, type Part } from '../part';
import { partsOf } from '../partList';
import { recognise } from './recognise';

/** What layers are taken for by what holds them: names with slashes are layers in groups. */
function takenIn(...names: readonly string[]) {
  const paths = new Set(
    names.flatMap((name) => {
      const steps = name.split('/');
      return steps.map((_, at) => steps.slice(0, at + 1).join('/'));
    }),
  );
  const parts = [...paths].map((path) => {
    const parent = path.includes('/') ? path.slice(0, path.lastIndexOf('/')) : null;
    const own = path.slice(path.lastIndexOf('/') + 1);
    const drawn = names.includes(path) ? { drawing: 'd' } : {};
    return { ...plainPart({ id: path, name: own, drawing: null }), parent, ...drawn } as Part;
  });
  const found = recognise(partsOf({ parts: inTable<Part>(parts) }));
  return (name: string) => found.get(name);
}

describe('what a layer is taken for depends on what holds it', () => {
  it('a side alone is an eye only among eyes', () => {
    const among = takenIn('eyes/left', 'eyes/right', 'left');
    expect(among('eyes/left')).toMatchObject({ role: 'eyes', side: 'left', sureness: 'likely' });
    expect(among('eyes/right')).toMatchObject({ role: 'eyes', side: 'right' });
    expect(among('left')).toBeUndefined();
  });
  it('closed and open are eyes only among eyes, and only alone', () => {
    const among = takenIn('eyes/closed', 'eyes/open 2', 'eyes/open door', 'closed');
    expect(among('eyes/closed')).toMatchObject({ role: 'closed eye' });
    expect(among('eyes/open 2')).toMatchObject({ role: 'open eye' });
    expect(among('eyes/open door')?.role).not.toBe('open eye');
    expect(among('closed')).toBeUndefined();
  });
  it('a side is handed down to what is inside, unless that has its own', () => {
    const within = takenIn('left side/pupil', 'left side/right brow', 'pupil');
    expect(within('left side/pupil')).toMatchObject({ side: 'left' });
    expect(within('left side/right brow')).toMatchObject({ side: 'right' });
    expect(within('pupil')).toMatchObject({ side: null });
  });
  it('a group in a mouth is a mood, a layer beside it is none', () => {
    const moods = takenIn('mouth/ cross /ah', 'mouth/ah', 'mouth/cross');
    expect(moods('mouth/ cross /ah')).toMatchObject({ sound: { mood: 'cross' } });
    expect(moods('mouth/ah')).toMatchObject({ sound: { mood: null } });
  });
  it('of a name with more words than are known, it is only likely', () => {
    const named = takenIn('brow', 'brow of the captain');
    expect(named('brow')).toMatchObject({ sureness: 'sure' });
    expect(named('brow of the captain')).toMatchObject({ role: 'brow', sureness: 'likely' });
  });
  it('a letter alone is a name, not a side', () => {
    const letters = takenIn('l', 'l brow');
    expect(letters('l')).toBeUndefined();
    expect(letters('l brow')).toMatchObject({ role: 'brow', side: 'left' });
  });
});

describe('sounds that no group holds', () => {
  it('are a mouth from three sounds on, most of them more than a letter', () => {
    const loose = takenIn('ah', 'ee', 'oh', 'hat');
    expect(loose('ah')).toMatchObject({ role: 'mouth drawing', sureness: 'likely' });
    expect(loose('oh')).toMatchObject({ role: 'mouth drawing' });
    expect(takenIn('ah', 'ee', 'hat')('ah')).toBeUndefined();
    expect(takenIn('a', 'e', 'o', 'u')('a')).toBeUndefined();
    expect(takenIn('a', 'ee', 'oh')('a')).toMatchObject({ role: 'mouth drawing' });
  });
  it('are none where there is a mouth already', () => {
    const beside = takenIn('mouth/rest', 'mouth/ah', 'ah', 'ee', 'oh');
    expect(beside('ah')).toBeUndefined();
  });
  it('are those of the longest run', () => {
    const runs = takenIn('ah', 'ee', 'oh', 'hat', 'oo', 'mm', 'th', 'ss');
    expect(runs('oo')).toMatchObject({ role: 'mouth drawing' });
    expect(runs('ah')).toBeUndefined();
  });
});

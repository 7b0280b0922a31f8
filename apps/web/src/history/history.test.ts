import fc from 'fast-check';
import { History } from './history';

interface Note {
  readonly name: string;
  readonly lines: Readonly<Record<string, { readonly text: string; readonly mood?: string }>>;
}

const first: Note = { name: 'a', lines: { x: { text: '1' }, y: { text: '2' } } };

function opened() {
  const world = { note: first };
  const history = new History<Note>(
    () => world.note,
    (note) => void (world.note = note),
  );
  const steps = () => {
    const { past, future } = history.state.getState();
    return [past.length, future.length];
  };
  const rename = (name: string) => history.change({ ...world.note, name });
  const write = (id: string, text: string) =>
    history.change({ ...world.note, lines: { ...world.note.lines, [id]: { text } } });
  return { world, history, steps, rename, write };
}

describe('History', () => {
  it('takes changes back one by one, and does them again', () => {
    const { world, history, steps, rename, write } = opened();
    rename('b');
    write('x', 'one');
    const after = world.note;
    history.undo();
    expect(world.note).toEqual({ ...first, name: 'b' });
    history.undo();
    expect([world.note, steps()]).toEqual([first, [0, 2]]);
    history.undo();
    history.redo();
    history.redo();
    history.redo();
    expect([world.note, steps()]).toEqual([after, [2, 0]]);
  });

  it('leaves what a step does not touch as the same objects', () => {
    const { world, history, write } = opened();
    write('x', 'one');
    history.undo();
    expect(world.note.lines['y']).toBe(first.lines['y']);
  });

  it('counts a whole gesture as one step, and nothing before or after it', () => {
    const { world, history, steps, rename } = opened();
    rename('before');
    history.begin();
    for (const name of ['b', 'c', 'd']) rename(name);
    history.end();
    rename('after');
    expect(steps()).toEqual([3, 0]);
    history.undo();
    expect(world.note.name).toBe('d');
    history.undo();
    expect(world.note.name).toBe('before');
  });

  it('leaves the steps before a gesture alone, also where that begins by changing nothing', () => {
    const { world, history, steps, rename } = opened();
    rename('before');
    history.begin();
    for (const name of ['before', 'before', 'b', 'c']) rename(name);
    history.end();
    expect(steps()).toEqual([2, 0]);
    history.undo();
    expect(world.note.name).toBe('before');
    history.undo();
    expect(world.note.name).toBe('a');
  });

  it('has no step of a gesture that changed nothing, or that came back', () => {
    const { history, steps, rename } = opened();
    history.begin();
    history.end();
    expect(steps()).toEqual([0, 0]);
    history.begin();
    rename('b');
    rename('a');
    rename('a');
    history.end();
    expect(steps()).toEqual([0, 0]);
    history.begin();
    rename('b');
    rename('a');
    rename('c');
    history.end();
    expect(steps()).toEqual([1, 0]);
  });

  it('has no step where nothing is different', () => {
    const { history, world, steps } = opened();
    history.change({ ...world.note, lines: { ...world.note.lines } });
    expect(steps()).toEqual([0, 0]);
  });

  it('forgets what would be done again once something else is done', () => {
    const { history, steps, rename } = opened();
    rename('b');
    history.undo();
    rename('c');
    expect(steps()).toEqual([1, 0]);
  });

  it('takes back only its own changes where somebody else has changed other records', () => {
    const { world, history, write } = opened();
    write('x', 'mine');
    history.takeOver({
      ...world.note,
      name: 'theirs',
      lines: { ...world.note.lines, z: { text: '9' } },
    });
    history.undo();
    expect(world.note).toEqual({ name: 'theirs', lines: { ...first.lines, z: { text: '9' } } });
    history.redo();
    expect(world.note.lines['x']).toEqual({ text: 'mine' });
  });

  it('leaves alone what somebody else changed in the same record', () => {
    const { world, history } = opened();
    const line = (change: object) => ({
      ...world.note,
      lines: { ...world.note.lines, x: { ...world.note.lines['x']!, ...change } },
    });
    history.change(line({ text: 'mine' }));
    history.takeOver(line({ mood: 'theirs' }));
    history.undo();
    expect(world.note.lines['x']).toEqual({ text: '1', mood: 'theirs' });
  });

  it('ends a gesture that is taken back while it goes on', () => {
    const { world, history, steps, rename } = opened();
    history.begin();
    rename('b');
    history.undo();
    rename('c');
    expect([world.note.name, steps()]).toEqual(['c', [1, 0]]);
  });

  it('keeps a bounded number of steps', () => {
    const { steps, rename } = opened();
    for (let at = 0; at < 700; at++) rename(String(at));
    expect(steps()).toEqual([500, 0]);
  });

  it('comes back to every version, whatever was done', () => {
    const change = fc.record({
      id: fc.constantFrom('x', 'y', 'z'),
      text: fc.constantFrom('p', 'q'),
    });
    fc.assert(
      fc.property(fc.array(change, { maxLength: 12 }), (changes) => {
        const { world, history, steps, write } = opened();
        const versions = [world.note];
        for (const { id, text } of changes) {
          const [before] = steps();
          write(id, text);
          if (steps()[0]! > before!) versions.push(world.note);
        }
        for (const version of [...versions].reverse()) {
          expect(world.note).toEqual(version);
          history.undo();
        }
      }),
    );
  });
});

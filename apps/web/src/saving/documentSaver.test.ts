import { jest } from '@jest/globals';
import { collide, differences, patched, type Patches } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import type { Scene } from '@cruvo/core/scene';
import type { Document, SaveOutcome } from '../api/documents';
import { DocumentSaver, type SaverPorts } from './documentSaver';
import type { JournalEntry } from './journal';

const scene = (name: string, more: Partial<Scene> = {}) => ({ name, ...more }) as Scene;
const track = Uint8Array.of(1, 2, 3);

/** A server in memory that keeps the revisions of one scene, and a browser beside it. */
function server() {
  const journal = new Map<string, JournalEntry>();
  const bodies = [scene('first')];
  const world = {
    get revision() {
      return bodies.length;
    },
    get saved() {
      return bodies.at(-1)!;
    },
    tracks: [] as Uint8Array[],
    keptTracks: new Set<string>(),
    announced: [] as number[],
    away: false,
    journal,
    document: (): Document<'scene'> => ({
      ...{ id: 'id', kind: 'scene', production: 'p' },
      revision: bodies.length,
      body: JSON.parse(JSON.stringify(bodies.at(-1))) as Scene,
    }),
    ports: {
      save: async (revision: number, patches: Patches): Promise<SaveOutcome<'scene'>> => {
        if (world.away) throw new Problem('unavailable', 'Away.');
        const next = patched(world.saved, patches);
        if (next.name === 'wrong') throw new Problem('bad-input', 'Wrong.');
        if (collide(differences(bodies[revision - 1]!, world.saved), patches)) {
          return { saved: false, current: world.document() };
        }
        bodies.push(next);
        return { saved: true, document: world.document() };
      },
      read: async (): Promise<Document<'scene'>> => world.document(),
      storeTrack: async (bytes: Uint8Array) => {
        if (world.away) throw new Problem('unavailable', 'Away.');
        world.tracks.push(bytes);
      },
      journal: {
        write: async (id: string, entry: JournalEntry) => void journal.set(id, entry),
        keepTrack: async (id: string) => void world.keptTracks.add(id),
        remove: async (id: string, tracks: readonly string[]) => {
          journal.delete(id);
          for (const one of tracks) world.keptTracks.delete(one);
        },
      },
      announce: (revision: number) => void world.announced.push(revision),
    } satisfies SaverPorts<'scene'>,
  };
  return world;
}
/** The name that a journal would bring back. */
const nameInJournal = (world: ReturnType<typeof server>) =>
  patched(world.saved, world.journal.get('id')!.patches).name;

const open = (world: ReturnType<typeof server>) =>
  new DocumentSaver<'scene'>('id', world.revision, world.saved, world.ports);
const pass = (milliseconds: number) => jest.advanceTimersByTimeAsync(milliseconds);

describe('DocumentSaver', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  it('saves a while after the last of quick changes, once', async () => {
    const world = server();
    const saver = open(world);
    for (const name of ['a', 'b', 'c']) saver.change(scene(name));
    expect(saver.state.getState().kind).toBe('saving');
    await pass(600);
    expect([world.saved.name, world.revision]).toEqual(['c', 2]);
    expect(saver.state.getState().kind).toBe('saved');
  });

  it('keeps a copy in the browser until the change is saved', async () => {
    const world = server();
    open(world).change(scene('a'));
    expect([nameInJournal(world), world.journal.get('id')!.revision]).toEqual(['a', 1]);
    await pass(600);
    expect(world.journal.size).toBe(0);
  });

  it('has nothing to save once a change is undone', async () => {
    const world = server();
    const saver = open(world);
    const before = world.saved;
    saver.change(scene('a'));
    saver.change(before);
    expect(saver.state.getState().kind).toBe('saved');
    await pass(600);
    expect([world.revision, world.journal.size]).toEqual([1, 0]);
  });

  it('saves again what is undone while it is being saved', async () => {
    const world = server();
    const saver = open(world);
    const before = world.saved;
    const { save } = world.ports;
    let letGo = () => {};
    world.ports.save = async (...request) => {
      await new Promise<void>((resolve) => (letGo = resolve));
      return save(...request);
    };
    saver.change(scene('a'));
    await pass(600);
    saver.change(before);
    world.ports.save = save;
    letGo();
    await pass(600);
    expect([world.saved.name, world.revision, saver.state.getState().kind]).toEqual([
      'first',
      3,
      'saved',
    ]);
  });

  it('stores what was heard before the scene that refers to it', async () => {
    const world = server();
    const saver = open(world);
    saver.addTrack({ id: 't', bytes: track, track: {} as never });
    saver.change(scene('a'));
    await pass(600);
    expect([world.tracks, world.saved.name]).toEqual([[track], 'a']);
  });

  it('keeps work while the server is away, and saves it when it is back', async () => {
    const world = server();
    const saver = open(world);
    world.away = true;
    saver.addTrack({ id: 't', bytes: track, track: {} as never });
    saver.change(scene('a'));
    await pass(600);
    expect(saver.state.getState()).toEqual({ kind: 'away', sentence: 'Away.' });
    saver.change(scene('b'));
    await pass(5000);
    expect(nameInJournal(world)).toBe('b');
    expect([world.journal.get('id')!.tracks, [...world.keptTracks]]).toEqual([['t'], ['t']]);
    world.away = false;
    await pass(3000);
    expect([world.saved.name, world.tracks, saver.state.getState().kind]).toEqual([
      'b',
      [track],
      'saved',
    ]);
  });

  it('takes up what an earlier visit left, also in another window’s way', async () => {
    const world = server();
    const saver = open(world);
    saver.resume(scene('left'), 1, new Map([['t', track]]));
    await pass(600);
    expect([world.saved.name, world.tracks]).toEqual(['left', [track]]);

    const late = open(world);
    late.resume(scene('older'), 1, new Map());
    await pass(600);
    expect(late.state.getState().kind).toBe('conflict');
  });

  describe('when another window saved first', () => {
    const conflicting = async () => {
      const world = server();
      const [first, second] = [open(world), open(world)];
      first.change(scene('theirs'));
      await pass(600);
      second.change(scene('mine'));
      await pass(600);
      return { world, second };
    };

    it('overwrites nothing, and does not try again by itself', async () => {
      const { world, second } = await conflicting();
      expect(second.state.getState()).toMatchObject({
        kind: 'conflict',
        theirs: { body: { name: 'theirs' } },
      });
      second.change(scene('mine, more'));
      await pass(10_000);
      expect(world.saved.name).toBe('theirs');
      expect(nameInJournal(world)).toBe('mine, more');
    });

    it('can keep this one', async () => {
      const { world, second } = await conflicting();
      second.keepMine();
      await pass(100);
      expect([world.saved.name, second.state.getState().kind]).toEqual(['mine', 'saved']);
    });

    it('can take the other', async () => {
      const { world, second } = await conflicting();
      const theirs = second.takeTheirs()!;
      expect(theirs).toEqual(scene('theirs'));
      second.change(theirs);
      await pass(5000);
      expect(world.journal.size).toBe(0);
      expect([world.saved.name, world.revision, second.state.getState().kind]).toEqual([
        'theirs',
        2,
        'saved',
      ]);
      second.change(scene('after'));
      await pass(600);
      expect(world.saved.name).toBe('after');
    });

    it('asks to settle it before a film is ordered', async () => {
      const { second } = await conflicting();
      await expect(second.settled()).rejects.toThrow(/which version/);
    });
  });

  describe('when another window changed something else', () => {
    const both = async () => {
      const world = server();
      const [first, second] = [open(world), open(world)];
      const merged: Scene[] = [];
      second.onMerged = (body) => void merged.push(body);
      first.change(scene('theirs'));
      await pass(600);
      return { world, second, merged };
    };
    it('keeps both changes, and shows what the other one changed', async () => {
      const { world, second, merged } = await both();
      second.change(scene('first', { length: 7 }));
      await pass(600);
      expect(world.saved).toEqual({ name: 'theirs', length: 7 });
      expect(merged).toEqual([{ name: 'theirs', length: 7 }]);
      expect([second.state.getState().kind, second.lastSaved]).toEqual(['saved', world.saved]);
      expect(world.announced).toEqual([2, 3]);
    });
    it('takes over what the other one saved as soon as it hears of it', async () => {
      const { second, merged } = await both();
      await second.follow(2);
      expect([merged, second.state.getState().kind]).toEqual([[scene('theirs')], 'saved']);
      await second.follow(2);
      expect(merged).toHaveLength(1);
    });
    it('lays what is not saved yet over it', async () => {
      const { world, second, merged } = await both();
      second.change(scene('first', { length: 7 }));
      await second.follow(2);
      expect(merged).toEqual([{ name: 'theirs', length: 7 }]);
      await pass(600);
      expect(world.saved).toEqual({ name: 'theirs', length: 7 });
    });
    it('asks where it hears of a change of the same record', async () => {
      const { second, merged } = await both();
      second.change(scene('mine'));
      await second.follow(2);
      expect([second.state.getState().kind, merged]).toEqual(['conflict', []]);
      expect(second.takeTheirs()).toEqual(scene('theirs'));
    });
    it('goes on with what changes here while the other one’s change comes', async () => {
      const { world, second, merged } = await both();
      second.change(scene('first', { length: 7 }));
      const { save } = world.ports;
      world.ports.save = async (...request) => {
        second.change(scene('first', { length: 7, frameRate: '25' }));
        world.ports.save = save;
        return save(...request);
      };
      await pass(600);
      expect(merged.at(-1)).toEqual({ name: 'theirs', length: 7, frameRate: '25' });
      await pass(600);
      expect(world.saved).toEqual({ name: 'theirs', length: 7, frameRate: '25' });
    });
    it('takes over what it hears of while it saves, once that ends', async () => {
      const world = server();
      const [first, second] = [open(world), open(world)];
      const merged: Scene[] = [];
      second.onMerged = (body) => merged.push(body);
      const { save } = world.ports;
      world.ports.save = async (...request) => {
        const outcome = await save(...request);
        world.ports.save = save;
        first.change(scene('theirs'));
        first.saveNow();
        await pass(10);
        await second.follow(world.revision);
        return outcome;
      };
      second.change(scene('first', { length: 7 }));
      await pass(600);
      expect(world.saved).toEqual({ name: 'theirs', length: 7 });
      expect(merged).toEqual([world.saved]);
    });
    it('stays as it is where the other one’s change can’t be read', async () => {
      const { world, second, merged } = await both();
      world.ports.read = () => Promise.reject(new Problem('unavailable', 'Away.'));
      await second.follow(2);
      expect([merged, second.state.getState().kind]).toEqual([[], 'saved']);
    });
  });

  it('keeps what only the other window changed when this one is kept', async () => {
    const world = server();
    const [first, second] = [open(world), open(world)];
    first.change(scene('theirs', { length: 9 }));
    await pass(600);
    second.change(scene('mine'));
    await pass(600);
    second.keepMine();
    await pass(100);
    expect(world.saved).toEqual({ name: 'mine', length: 9 });
  });

  it('says when a change is refused, and does not repeat it', async () => {
    const world = server();
    const saver = open(world);
    saver.change(scene('wrong'));
    await pass(600);
    expect(saver.state.getState()).toEqual({ kind: 'refused', sentence: 'Wrong.' });
    saver.change(scene('right'));
    await pass(600);
    expect(saver.state.getState().kind).toBe('saved');
  });

  describe('while a save is slow', () => {
    /** A server whose saves end only when they are let go; each is counted as it begins. */
    const slowly = () => {
      const world = server();
      const { save } = world.ports;
      const waiting: (() => void)[] = [];
      const begun: string[] = [];
      world.ports.save = async (revision, patches) => {
        begun.push(patched(world.saved, patches).name);
        await new Promise<void>((resolve) => waiting.push(resolve));
        return save(revision, patches);
      };
      return { world, saver: open(world), begun, letGo: () => waiting.shift()!() };
    };

    it('what changes meanwhile is kept here, and saved as soon as it ends', async () => {
      const { world, saver, begun, letGo } = slowly();
      saver.change(scene('a'));
      await pass(600);
      saver.change(scene('b'));
      letGo();
      await pass(0);
      expect([nameInJournal(world), world.journal.get('id')!.revision]).toEqual(['b', 2]);
      expect(saver.state.getState().kind).toBe('saving');
      await pass(10);
      letGo();
      await pass(0);
      expect([begun, world.saved.name, world.revision]).toEqual([['a', 'b'], 'b', 3]);
      expect([saver.state.getState().kind, world.journal.size]).toEqual(['saved', 0]);
    });

    it('no second one begins beside it', async () => {
      const { saver, begun, letGo } = slowly();
      saver.change(scene('a'));
      await pass(600);
      saver.change(scene('b'));
      saver.saveNow();
      await pass(2000);
      expect(begun).toEqual(['a']);
      letGo();
      await pass(10);
      expect(begun).toEqual(['a', 'b']);
      letGo();
    });

    it('whoever waits for all to be saved waits for it and for what changed meanwhile', async () => {
      const { world, saver, letGo } = slowly();
      saver.change(scene('a'));
      await pass(600);
      saver.change(scene('b'));
      let settled = false;
      const waiting = saver.settled().then(() => (settled = true));
      await pass(200);
      expect(settled).toBe(false);
      letGo();
      await pass(100);
      letGo();
      await pass(100);
      await waiting;
      expect(world.saved.name).toBe('b');
    });
  });

  it('is settled at once where nothing waits, saving nothing', async () => {
    const world = server();
    await open(world).settled();
    expect(world.revision).toBe(1);
  });

  it('saves at once what waits for its time, when asked', async () => {
    const world = server();
    const saver = open(world);
    saver.saveNow();
    await pass(10);
    expect(world.revision).toBe(1);
    saver.change(scene('a'));
    saver.saveNow();
    await pass(10);
    expect(world.saved.name).toBe('a');
  });

  it('says why not all can be saved to whoever waits for it', async () => {
    const world = server();
    const saver = open(world);
    world.away = true;
    saver.change(scene('a'));
    await expect(saver.settled()).rejects.toThrow('Away.');
    const refused = open(server());
    refused.change(scene('wrong'));
    await expect(refused.settled()).rejects.toThrow('Wrong.');
  });

  it('does not try again what was refused, and keeps it here', async () => {
    const world = server();
    const asked: string[] = [];
    const { save } = world.ports;
    world.ports.save = (revision, patches) => {
      asked.push(patched(world.saved, patches).name);
      return save(revision, patches);
    };
    const saver = open(world);
    saver.change(scene('wrong'));
    await pass(20_000);
    expect(asked).toEqual(['wrong']);
    expect(nameInJournal(world)).toBe('wrong');
  });

  it('has no conflict to settle while there is none', async () => {
    const world = server();
    const saver = open(world);
    saver.keepMine();
    expect(saver.takeTheirs()).toBeNull();
    await pass(1000);
    expect([world.revision, saver.state.getState()]).toEqual([1, { kind: 'saved' }]);
  });

  it('remembers what was last saved', async () => {
    const world = server();
    const saver = open(world);
    expect(saver.lastSaved.name).toBe('first');
    saver.change(scene('a'));
    await pass(600);
    expect(saver.lastSaved.name).toBe('a');
    saver.change(scene('b'));
    saver.stop();
    await pass(5000);
    expect([saver.lastSaved.name, world.saved.name]).toEqual(['a', 'a']);
  });
});

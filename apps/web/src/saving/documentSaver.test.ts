import { jest } from '@jest/globals';
import { Problem } from '@cruvo/core/problem';
import type { Scene } from '@cruvo/core/scene';
import type { SaveOutcome } from '../api/documents';
import type { LocalCopy } from './localCopies';
import { DocumentSaver } from './documentSaver';

const scene = (name: string) => ({ name }) as Scene;

/** A server in memory that keeps one scene and its revision. */
function server() {
  const copies = new Map<string, LocalCopy<'scene'>>();
  const world = {
    revision: 1,
    saved: scene('first'),
    tracks: [] as string[],
    away: false,
    copies,
    ports: {
      save: async (revision: number, body: Scene): Promise<SaveOutcome<'scene'>> => {
        if (world.away) throw new Problem('unavailable', 'Away.');
        if (body.name === 'wrong') throw new Problem('bad-input', 'Wrong.');
        if (revision !== world.revision) {
          const current = {
            id: 'id',
            kind: 'scene' as const,
            production: 'p',
            revision: world.revision,
            body: world.saved,
          };
          return { saved: false, current };
        }
        world.saved = body;
        return { saved: true, revision: ++world.revision };
      },
      storeTrack: async (text: string) => {
        if (world.away) throw new Problem('unavailable', 'Away.');
        world.tracks.push(text);
      },
      copies: {
        read: async (id: string) => copies.get(id),
        write: async (id: string, copy: LocalCopy<'scene'>) => void copies.set(id, copy),
        remove: async (id: string) => void copies.delete(id),
      },
    },
  };
  return world;
}

const open = (world: ReturnType<typeof server>) =>
  new DocumentSaver('id', world.revision, world.saved, world.ports);
const pass = (milliseconds: number) => jest.advanceTimersByTimeAsync(milliseconds);

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

describe('DocumentSaver', () => {
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
    expect(world.copies.get('id')).toMatchObject({ revision: 1, body: { name: 'a' } });
    await pass(600);
    expect(world.copies.size).toBe(0);
  });

  it('has nothing to save once a change is undone', async () => {
    const world = server();
    const saver = open(world);
    const before = world.saved;
    saver.change(scene('a'));
    saver.change(before);
    expect(saver.state.getState().kind).toBe('saved');
    await pass(600);
    expect([world.revision, world.copies.size]).toEqual([1, 0]);
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
    saver.addTrack({ id: 't', text: 'track', track: {} as never });
    saver.change(scene('a'));
    await pass(600);
    expect([world.tracks, world.saved.name]).toEqual([['track'], 'a']);
  });

  it('keeps work while the server is away, and saves it when it is back', async () => {
    const world = server();
    const saver = open(world);
    world.away = true;
    saver.addTrack({ id: 't', text: 'track', track: {} as never });
    saver.change(scene('a'));
    await pass(600);
    expect(saver.state.getState()).toEqual({ kind: 'away', sentence: 'Away.' });
    saver.change(scene('b'));
    await pass(5000);
    expect(world.copies.get('id')).toMatchObject({ body: { name: 'b' }, tracks: { t: 'track' } });
    world.away = false;
    await pass(3000);
    expect([world.saved.name, world.tracks, saver.state.getState().kind]).toEqual([
      'b',
      ['track'],
      'saved',
    ]);
  });

  it('takes up what an earlier visit left, also in another window’s way', async () => {
    const world = server();
    const saver = open(world);
    saver.resume(scene('left'), 1, { t: 'track' });
    await pass(600);
    expect([world.saved.name, world.tracks]).toEqual(['left', ['track']]);

    const late = open(world);
    late.resume(scene('older'), 1, {});
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
      expect(world.copies.get('id')).toMatchObject({ body: { name: 'mine, more' } });
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
      expect(world.copies.size).toBe(0);
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
      world.ports.save = async (revision, body) => {
        begun.push(body.name);
        await new Promise<void>((resolve) => waiting.push(resolve));
        return save(revision, body);
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
      expect(world.copies.get('id')).toMatchObject({ revision: 2, body: { name: 'b' } });
      expect(saver.state.getState().kind).toBe('saving');
      await pass(10);
      letGo();
      await pass(0);
      expect([begun, world.saved.name, world.revision]).toEqual([['a', 'b'], 'b', 3]);
      expect([saver.state.getState().kind, world.copies.size]).toEqual(['saved', 0]);
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
    world.ports.save = (revision, body) => {
      asked.push(body.name);
      return save(revision, body);
    };
    const saver = open(world);
    saver.change(scene('wrong'));
    await pass(20_000);
    expect(asked).toEqual(['wrong']);
    expect(world.copies.get('id')).toMatchObject({ body: { name: 'wrong' } });
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

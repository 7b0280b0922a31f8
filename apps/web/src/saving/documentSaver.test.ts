import { jest } from '@jest/globals';
import { patched } from '@cruvo/core/document';
import {
  nameInJournal,
  openSaver,
  pass,
  savingServer,
  scene,
  track,
} from '../testing/savingServer';

describe('DocumentSaver', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  it('saves a while after the last of quick changes, once', async () => {
    const world = savingServer();
    const saver = openSaver(world);
    for (const name of ['a', 'b', 'c']) saver.change(scene(name));
    expect(saver.state.getState().kind).toBe('saving');
    await pass(600);
    expect([world.saved.name, world.revision]).toEqual(['c', 2]);
    expect(saver.state.getState().kind).toBe('saved');
  });

  it('keeps a copy in the browser until the change is saved', async () => {
    const world = savingServer();
    openSaver(world).change(scene('a'));
    expect([nameInJournal(world), world.journal.get('id')!.revision]).toEqual(['a', 1]);
    await pass(600);
    expect(world.journal.size).toBe(0);
  });

  it('has nothing to save once a change is undone', async () => {
    const world = savingServer();
    const saver = openSaver(world);
    const before = world.saved;
    saver.change(scene('a'));
    saver.change(before);
    expect(saver.state.getState().kind).toBe('saved');
    await pass(600);
    expect([world.revision, world.journal.size]).toEqual([1, 0]);
  });

  it('saves again what is undone while it is being saved', async () => {
    const world = savingServer();
    const saver = openSaver(world);
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
    const world = savingServer();
    const saver = openSaver(world);
    saver.addTrack({ id: 't', bytes: track });
    saver.change(scene('a'));
    await pass(600);
    expect([world.tracks, world.saved.name]).toEqual([[track], 'a']);
  });

  it('keeps work while the server is away, and saves it when it is back', async () => {
    const world = savingServer();
    const saver = openSaver(world);
    world.away = true;
    saver.addTrack({ id: 't', bytes: track });
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
    const world = savingServer();
    const saver = openSaver(world);
    saver.resume({
      body: scene('left'),
      revision: 1,
      window: null,
      tracks: new Map([['t', track]]),
    });
    await pass(600);
    expect([world.saved.name, world.tracks]).toEqual(['left', [track]]);

    const late = openSaver(world);
    late.resume({ body: scene('older'), revision: 1, window: null, tracks: new Map() });
    await pass(600);
    expect(late.state.getState().kind).toBe('conflict');
  });

  it('does not take its own save, whose answer was lost, for somebody else’s', async () => {
    const world = savingServer();
    const saver = openSaver(world);
    world.losesAnswers = true;
    saver.change(scene('one'));
    await pass(600);
    expect([world.saved.name, saver.state.getState().kind]).toEqual(['one', 'away']);
    saver.change(scene('two'));
    world.losesAnswers = false;
    await pass(3000);
    expect([world.saved.name, saver.state.getState().kind]).toEqual(['two', 'saved']);

    // Nor after the page was opened anew in between.
    world.losesAnswers = true;
    saver.change(scene('three'));
    await pass(600);
    saver.change(scene('four'));
    await pass(100);
    saver.stop();
    const { window } = world.journal.get('id')!;
    world.losesAnswers = false;
    const again = openSaver(world);
    again.resume({ body: scene('four'), revision: 3, window, tracks: new Map() });
    await pass(600);
    expect([world.saved.name, again.state.getState().kind]).toEqual(['four', 'saved']);
  });

  it('says that work is kept only when the browser has kept it', async () => {
    const world = savingServer();
    const saver = openSaver(world);
    const keeping = () => saver.keeping.getState();
    expect(keeping()).toEqual({ kind: 'nothing' });
    let kept: () => void = () => undefined;
    const { write } = world.ports.journal;
    world.ports.journal.write = async (id, entry) => {
      await new Promise<void>((resolve) => (kept = resolve));
      await write(id, entry);
    };
    world.away = true;
    saver.change(scene('a'));
    await pass(600);
    expect([keeping().kind, saver.state.getState().kind]).toEqual(['nothing', 'away']);
    kept();
    await pass(0);
    expect(keeping()).toEqual({ kind: 'kept' });
    world.ports.journal.write = async () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    saver.change(scene('b'));
    await pass(0);
    expect(keeping()).toEqual({
      kind: 'not kept',
      sentence: 'This browser has no room left to keep your work.',
    });
    expect(saver.unsavedCopy().body.name).toBe('b');
    world.away = false;
    await pass(3000);
    expect([world.saved.name, keeping()]).toEqual(['b', { kind: 'nothing' }]);
  });

  it('says when a change is refused, and does not repeat it', async () => {
    const world = savingServer();
    const saver = openSaver(world);
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
      const world = savingServer();
      const { save } = world.ports;
      const waiting: (() => void)[] = [];
      const begun: string[] = [];
      world.ports.save = async (revision, patches, window) => {
        begun.push(patched(world.saved, patches).name);
        await new Promise<void>((resolve) => waiting.push(resolve));
        return save(revision, patches, window);
      };
      return { world, saver: openSaver(world), begun, letGo: () => waiting.shift()!() };
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

  describe('while the browser is slow to forget what is saved', () => {
    /** A saver that has saved “a”, and whose journal ends removing it only when it is let go. */
    const forgetting = async () => {
      const world = savingServer();
      const { remove } = world.ports.journal;
      let letGo = () => {};
      world.ports.journal.remove = async (...entry) => {
        await remove(...entry);
        await new Promise<void>((resolve) => (letGo = resolve));
      };
      const saver = openSaver(world);
      saver.change(scene('a'));
      await pass(600);
      return { world, saver, letGo: () => letGo() };
    };

    it('what changes meanwhile is saved too', async () => {
      const { world, saver, letGo } = await forgetting();
      saver.change(scene('b'));
      // The time to save it passes while the save before has not ended.
      await pass(2000);
      letGo();
      await pass(10);
      expect([world.saved.name, saver.state.getState().kind]).toEqual(['b', 'saved']);
    });

    it('what is changed and undone meanwhile needs no save', async () => {
      const { world, saver, letGo } = await forgetting();
      const before = world.saved;
      saver.change(scene('b'));
      saver.change(before);
      letGo();
      await pass(2000);
      expect([world.revision, saver.state.getState().kind]).toEqual([2, 'saved']);
    });
  });

  it('is settled at once where nothing waits, saving nothing', async () => {
    const world = savingServer();
    await openSaver(world).settled();
    expect(world.revision).toBe(1);
  });

  it('saves at once what waits for its time, when asked', async () => {
    const world = savingServer();
    const saver = openSaver(world);
    saver.saveNow();
    await pass(10);
    expect(world.revision).toBe(1);
    saver.change(scene('a'));
    saver.saveNow();
    await pass(10);
    expect(world.saved.name).toBe('a');
  });

  it('says why not all can be saved to whoever waits for it', async () => {
    const world = savingServer();
    const saver = openSaver(world);
    world.away = true;
    saver.change(scene('a'));
    await expect(saver.settled()).rejects.toThrow('Away.');
    const refused = openSaver(savingServer());
    refused.change(scene('wrong'));
    await expect(refused.settled()).rejects.toThrow('Wrong.');
  });

  it('does not try again what was refused, and keeps it here', async () => {
    const world = savingServer();
    const asked: string[] = [];
    const { save } = world.ports;
    world.ports.save = (revision, patches, window) => {
      asked.push(patched(world.saved, patches).name);
      return save(revision, patches, window);
    };
    const saver = openSaver(world);
    saver.change(scene('wrong'));
    await pass(20_000);
    expect(asked).toEqual(['wrong']);
    expect(nameInJournal(world)).toBe('wrong');
  });

  it('has no conflict to settle while there is none', async () => {
    const world = savingServer();
    const saver = openSaver(world);
    saver.keepMine();
    expect(saver.takeTheirs()).toBeNull();
    await pass(1000);
    expect([world.revision, saver.state.getState()]).toEqual([1, { kind: 'saved' }]);
  });

  it('remembers what was last saved', async () => {
    const world = savingServer();
    const saver = openSaver(world);
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

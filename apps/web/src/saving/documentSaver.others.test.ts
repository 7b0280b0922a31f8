import { jest } from '@jest/globals';
import { Problem } from '@cruvo/core/problem';
import type { Scene } from '@cruvo/core/scene';
import { nameInJournal, openSaver, pass, savingServer, scene } from '../testing/savingServer';

describe('DocumentSaver beside another window', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  describe('when another window saved first', () => {
    const conflicting = async () => {
      const world = savingServer();
      const [first, second] = [openSaver(world), openSaver(world)];
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
      const world = savingServer();
      const [first, second] = [openSaver(world), openSaver(world)];
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
      const world = savingServer();
      const [first, second] = [openSaver(world), openSaver(world)];
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
    const world = savingServer();
    const [first, second] = [openSaver(world), openSaver(world)];
    first.change(scene('theirs', { length: 9 }));
    await pass(600);
    second.change(scene('mine'));
    await pass(600);
    second.keepMine();
    await pass(100);
    expect(world.saved).toEqual({ name: 'mine', length: 9 });
  });
});

import { endOf, linesOf, type Line } from '@cruvo/core/scene';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { lineActions } from './lineActions';
import { chosenLines, createSceneStore, focusOf } from './sceneStore';

const { scene } = testMaterial();
const opened = () => {
  const store = createSceneStore(scene);
  return { store, lines: (): readonly Line[] => linesOf(store.getState().scene) };
};

describe('actions on the line that is worked on', () => {
  it('splits it where it is heard, and goes on with the second part', () => {
    const { store, lines } = opened();
    expect(lineActions.split(store, toFlicks(1))).toBe(true);
    expect(lines().map(({ start, length }) => [start, length])).toEqual([
      [0, toFlicks(1)],
      [toFlicks(1), toFlicks(1)],
    ]);
    expect(focusOf(store.getState()).line!.start).toBe(toFlicks(1));
  });
  it('splits nothing where nothing is heard, or too near to an end', () => {
    const { store, lines } = opened();
    expect([lineActions.split(store, toFlicks(5)), lineActions.split(store, 1)]).toEqual([
      ...[false, false],
    ]);
    expect(lines()).toHaveLength(1);
    expect(store.history.state.getState().past).toEqual([]);
  });
  it('joins what was split, from either part, in one step', () => {
    for (const chosen of [0, 1]) {
      const { store, lines } = opened();
      lineActions.split(store, toFlicks(1));
      store.getState().chooseLine(lines()[chosen]!.id);
      expect(lineActions.join(store)).toBe(true);
      expect(lines()).toEqual(linesOf(scene));
      store.history.undo();
      expect(lines()).toHaveLength(2);
    }
  });
  it('joins nothing where nothing goes on', () => {
    const { store } = opened();
    lineActions.duplicate(store);
    expect(lineActions.join(store)).toBe(false);
  });
  it('says it again after itself, in a scene that is long enough', () => {
    const { store, lines } = opened();
    expect(lineActions.duplicate(store)).toBe(true);
    const [first, again] = lines();
    expect(again).toEqual({ ...first, id: again!.id, start: endOf(first!) });
    expect(store.getState().scene.length).toBeGreaterThanOrEqual(endOf(again!));
  });
  it('deletes it, until there is none', () => {
    const { store, lines } = opened();
    expect([lineActions.remove(store), lineActions.remove(store)]).toEqual([true, false]);
    expect(lines()).toEqual([]);
    expect([lineActions.duplicate(store), lineActions.join(store)]).toEqual([false, false]);
  });

  it('says several again together, and deletes them in one step', () => {
    const { store, lines } = opened();
    lineActions.split(store, toFlicks(1));
    store.getState().chooseLines(lines().map(({ id }) => id));
    expect(lineActions.duplicate(store)).toBe(true);
    expect(lines().map(({ start }) => start / toFlicks(1))).toEqual([0, 1, 2, 3]);
    expect([...chosenLines(store.getState())].sort()).toEqual(
      lines()
        .slice(2)
        .map(({ id }) => id)
        .sort(),
    );
    lineActions.remove(store);
    expect(lines()).toHaveLength(2);
    store.history.undo();
    expect(lines()).toHaveLength(4);
  });
});

import { moveEdge } from '@cruvo/core/mouth';
import { type SceneMaterial, compile } from '@cruvo/core/program';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { createSceneStore } from '../sceneStore';
import { chosenMouth, middleOf, mouthEdits } from './mouthEdits';

const material = testMaterial();

/** A store of the test scene, with the open mouth of its second second chosen. */
function opened(from: SceneMaterial = material) {
  const store = createSceneStore(from.scene);
  const program = () => compile({ ...from, scene: store.getState().scene });
  const found = () => chosenMouth(program(), store.getState().chosen)!;
  store.getState().choose({ line: 'line', time: toFlicks(1.5) });
  return {
    store,
    program,
    found,
    corrections: () => store.getState().scene.lines['line']!.corrections,
  };
}

describe('mouth edits', () => {
  it('give the chosen mouth another drawing, and undo and redo it', () => {
    const { store, found } = opened();
    expect(found().mouth).toMatchObject({ drawing: 'open', byHand: false });
    mouthEdits.setDrawing(store, found(), 'closed');
    expect(found().mouth).toMatchObject({ drawing: 'closed', byHand: true });
    store.history.undo();
    expect(found().mouth.drawing).toBe('open');
    store.history.redo();
    expect(found().mouth.drawing).toBe('closed');
  });

  it('survive quick repeats of undo and redo', () => {
    const { store, found, corrections } = opened();
    for (let turn = 0; turn < 50; turn++) {
      mouthEdits.setDrawing(store, found(), turn % 2 === 0 ? 'closed' : 'open');
    }
    const last = corrections();
    for (let turn = 0; turn < 80; turn++) store.history.undo();
    expect(corrections()).toEqual([]);
    for (let turn = 0; turn < 80; turn++) store.history.redo();
    expect(corrections()).toEqual(last);
  });

  it('rest the mouth, and bring the fitted one back', () => {
    const { store, found } = opened();
    mouthEdits.rest(store, found());
    expect(found().mouth.drawing).toBe('closed');
    mouthEdits.backToFitted(store, found());
    expect(found().mouth).toMatchObject({ drawing: 'open', byHand: false });
  });

  it('move an edge by frames; the mouth stays chosen', () => {
    const { store, found, program } = opened();
    const before = found().mouth;
    mouthEdits.nudge(store, program(), found(), 'start', -3);
    expect(found().mouth.drawing).toBe('open');
    expect(before.start - found().mouth.start).toBe(toFlicks(3 / 24));
    mouthEdits.nudge(store, program(), found(), 'start', 3);
    expect(found().mouth.start).toBe(before.start);
  });

  it('leave the ends of the line where they are', () => {
    const { store, found, program, corrections } = opened();
    store.getState().choose({ line: 'line', time: toFlicks(0.1) });
    mouthEdits.nudge(store, program(), found(), 'start', 2);
    expect(corrections()).toEqual([]);
  });

  it('make one step of a whole drag', () => {
    const { store, found, corrections } = opened();
    const { line, mouths, index } = found();
    const steps = () => store.history.state.getState().past.length;
    store.history.begin();
    for (const time of [0.9, 0.8, 0.7]) {
      const moved = moveEdge(mouths, line.corrections, index, toFlicks(time), '24');
      store.getState().setCorrections(line.id, moved);
    }
    store.history.end();
    expect(steps()).toBe(1);
    expect(corrections()[1]!.start).toBe(toFlicks(17 / 24));
    store.history.undo();
    expect(corrections()).toEqual([]);
  });

  it('find no mouth outside the line, or on a line that is gone', () => {
    const { program } = opened();
    expect(chosenMouth(program(), { line: 'line', time: toFlicks(9) })).toBeNull();
    expect(chosenMouth(program(), { line: 'other', time: toFlicks(1) })).toBeNull();
    expect(middleOf({ start: 1, end: 2, drawing: 'a', byHand: false })).toBe(1.5);
  });
});

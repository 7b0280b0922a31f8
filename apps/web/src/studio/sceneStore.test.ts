import { withLines, withMember, withoutLines, withoutMember } from '@cruvo/core/scene';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import type { AnalysedVoice } from '../workers/analyseVoice';
import { createSceneStore, focusOf } from './sceneStore';

const { scene } = testMaterial();
const line = scene.lines['line']!;
const opened = () => {
  const store = createSceneStore(scene);
  const { history } = store;
  const times = (count: number, work: () => void) => {
    for (let time = 0; time < count; time++) work();
  };
  return {
    store,
    state: store.getState,
    undo: (count = 1) => times(count, () => history.undo()),
    redo: (count = 1) => times(count, () => history.redo()),
  };
};

describe('the scene store', () => {
  it('takes every change back, step by step, and does it again', () => {
    const { state, undo, redo } = opened();
    state().rename('Fog');
    state().setFit(line.id, { strength: 0.2 });
    state().setCorrections(line.id, [{ start: 0, end: 500, drawing: 'a' }]);
    const after = state().scene;
    expect(after.lines['line']).toMatchObject({
      fit: { strength: 0.2 },
      corrections: [{ start: 0 }],
    });
    undo(3);
    expect(state().scene).toEqual(scene);
    redo(2);
    expect(state().scene).toMatchObject({
      name: 'Fog',
      lines: { line: { fit: { strength: 0.2 } } },
    });
    redo();
    expect(state().scene).toEqual(after);
  });

  it('does not count what is chosen among the changes', () => {
    const { store, state, undo } = opened();
    state().rename('Fog');
    state().choose({ line: line.id, time: 1 });
    expect(store.history.state.getState().past).toHaveLength(1);
    undo();
    expect(state().scene.name).toBe(scene.name);
    expect(state().chosen).toEqual({ line: line.id, time: 1 });
  });

  it('changes one line and leaves the others as they are', () => {
    const other = { ...line, id: 'other' };
    const store = createSceneStore({ ...scene, lines: { line, other } });
    store.getState().changeLine('other', { mood: 'cross' });
    const { lines } = store.getState().scene;
    expect(lines['line']).toBe(line);
    expect(lines['other']).toEqual({ ...other, mood: 'cross' });
  });

  it('keeps the settings of a fit that are not changed', () => {
    const { state } = opened();
    state().setFit(line.id, { hold: 3 });
    expect(state().scene.lines['line']!.fit).toEqual({ ...line.fit, hold: 3 });
  });

  it('forgets what would be done again once something else is done', () => {
    const { store, state, undo } = opened();
    state().rename('Fog');
    undo();
    state().rename('Rain');
    expect(store.history.state.getState().future).toEqual([]);
  });
});

describe('what is worked on', () => {
  const size = { width: 100, height: 100 };
  const two = withMember(scene, { id: 'second', character: 'character', name: 'Twin', size });
  const answer = { ...line, id: 'answer', row: 'second', start: toFlicks(3) };
  const opened = () => createSceneStore(withLines(two, [answer]));
  const worked = ({ getState }: ReturnType<typeof opened>) => {
    const { member, line: one } = focusOf(getState());
    return [member, one?.id];
  };

  it('is the first line, and who speaks it', () => {
    expect(worked(opened())).toEqual(['member', 'line']);
  });
  it('is the line of a mouth that is chosen, and stays when nothing is chosen any more', () => {
    const store = opened();
    store.getState().choose({ line: 'answer', time: 0 });
    expect(worked(store)).toEqual(['second', 'answer']);
    store.getState().choose(null);
    expect(worked(store)).toEqual(['second', 'answer']);
  });
  it('is the first line of a member that is chosen, or the one chosen before if it is theirs', () => {
    const store = opened();
    store.getState().chooseMember('second');
    expect(worked(store)).toEqual(['second', 'answer']);
    store.getState().chooseLine('line');
    store.getState().chooseMember('member');
    expect(worked(store)).toEqual(['member', 'line']);
  });
  it('may be somebody who says nothing', () => {
    const store = opened();
    store.getState().edit((now) => withoutLines(now, new Set(['answer'])));
    store.getState().chooseMember('second');
    expect(worked(store)).toEqual(['second', undefined]);
  });
  it('is what comes first when what was chosen is gone', () => {
    const store = opened();
    store.getState().chooseLine('answer');
    store.getState().edit((now) => withoutMember(now, 'second'));
    expect(worked(store)).toEqual(['member', 'line']);
  });
});

it('what nobody asked to be heard is no step to undo', () => {
  const { state, undo } = opened();
  state().rename('Fog');
  state().takeAnalysis(line.id, { id: 'e'.repeat(64) } as AnalysedVoice, true);
  expect(state().scene.lines['line']!.track).toBe('e'.repeat(64));
  undo();
  expect(state().scene.name).toBe(scene.name);
  expect(state().scene.lines['line']!.track).toBe('e'.repeat(64));
  state().takeAnalysis('gone', { id: 'f'.repeat(64) } as AnalysedVoice, true);
  expect(Object.keys(state().scene.lines)).toEqual(['line']);
});

import { createStore } from 'zustand/vanilla';
import { compile, drawingsIn } from '@cruvo/core/program';
import { testMaterial } from '@cruvo/core/testing';
import type { Transport, TransportState } from '../playback/transport';
import { createSceneStore } from '../sceneStore';
import { MouthKeying } from './mouthKeying';

const pictures: (() => void)[] = [];
const real = { request: globalThis.requestAnimationFrame, cancel: globalThis.cancelAnimationFrame };
beforeAll(() => {
  globalThis.requestAnimationFrame = (work) => pictures.push(() => work(0));
  globalThis.cancelAnimationFrame = () => undefined;
});
afterAll(() => {
  globalThis.requestAnimationFrame = real.request;
  globalThis.cancelAnimationFrame = real.cancel;
});

/** A scene that plays, whose playhead the test moves frame by frame. */
function playing() {
  const material = testMaterial();
  const store = createSceneStore(material.scene);
  let frame = 0;
  const state = createStore<TransportState>(() => ({
    ...{ playing: true, waiting: false, loop: null, position: 0, speed: 1 },
  }));
  const transport = { state, time: () => (frame + 0.5) / 24 } as unknown as Transport;
  const program = () => compile({ ...material, scene: store.getState().scene });
  const keying = new MouthKeying(store, transport, program());
  store.subscribe(() => keying.update(program()));
  const goTo = (to: number) => {
    frame = to;
    pictures.splice(0).forEach((paint) => paint());
  };
  const shown = () => drawingsIn(program().members[0]!.lines, { from: 0, to: 24 }, '24');
  /** The playhead goes on, but no picture is painted. */
  const drop = (to: number) => {
    frame = to;
  };
  return { store, state, goTo, drop, shown, keying };
}
const changes = (before: readonly unknown[], after: readonly unknown[]) =>
  after.flatMap((drawing, frame) => (drawing === before[frame] ? [] : [[frame, drawing]]));

it('a press lays a mouth that goes on until the next press, and until playing stops', () => {
  const { keying, goTo, shown, state, store } = playing();
  const before = shown();
  goTo(4);
  keying.press('member', 'open');
  for (const frame of [5, 6, 9]) goTo(frame);
  keying.press('member', 'closed');
  goTo(11);
  keying.press('member', 'open');
  goTo(12);
  state.setState({ playing: false });
  goTo(20);
  const laid = [4, 5, 6, 7, 8, 11, 12].map((frame) => [frame, 'open']);
  expect(changes(before, shown())).toEqual(laid);
  // Each press laid one mouth.
  expect(store.getState().scene.lines['line']!.corrections).toHaveLength(3);
  // All of it is one step.
  store.history.undo();
  expect(shown()).toEqual(before);
});

it('a mouth reaches the next press where pictures were dropped', () => {
  const { keying, goTo, drop, shown } = playing();
  const before = shown();
  goTo(4);
  keying.press('member', 'open');
  drop(8);
  keying.press('member', 'closed');
  goTo(9);
  expect(changes(before, shown())).toEqual([4, 5, 6, 7].map((frame) => [frame, 'open']));
});

it('what was laid ends where a loop begins again', () => {
  const { keying, goTo, shown } = playing();
  const before = shown();
  goTo(8);
  keying.press('member', 'open');
  goTo(9);
  // Also when the playhead comes past that place again.
  for (const frame of [2, 3, 4, 8, 9, 10, 11]) goTo(frame);
  expect(changes(before, shown())).toEqual([8, 9].map((frame) => [frame, 'open']));
});

it('nothing is laid for somebody who is not there', () => {
  const { keying, goTo, shown } = playing();
  const before = shown();
  keying.press('nobody', 'open');
  goTo(3);
  expect(shown()).toEqual(before);
});

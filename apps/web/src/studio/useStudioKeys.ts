import { useRef } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { chartOfLine } from '@cruvo/core/program';
import { isHeardAt, linesOf, moodAt, sceneTime, voiceTime, withMarker } from '@cruvo/core/scene';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { nextJump, type JumpKind } from './jumps';
import { clipActions } from './clipActions';
import { lineActions } from './lineActions';
import { chosenMouth, middleOf, mouthEdits, type MouthInLine } from './mouths/mouthEdits';
import { TypedNumber } from './mouths/typedNumber';
import { stepFrames } from './playback/stepFrames';
import { toggleLoop } from './playback/toggleLoop';
import { onControl, UNLESS_WRITING } from '../shell/onControl';
import { useReviewing } from './review/Reviewing';
import { useOpenScene, useProgram } from './SceneContext';
import { focusOf } from './sceneStore';
import type { TimelineView } from './timeline/Timeline';

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];

/** What keys do that is not theirs alone. */
export interface StudioKeyActions {
  readonly help: () => void;
  readonly record: () => void;
  readonly recording: boolean;
}

/** The keys of the studio. Typing into a field keeps its own. */
export function useStudioKeys(view: () => TimelineView | null, on: StudioKeyActions): void {
  const { store, transport, keying } = useOpenScene();
  const program = useProgram();
  const { review, next: reviewNext } = useReviewing();
  const { history } = store;
  const found = () => chosenMouth(program, store.getState().chosen);
  const withMouth = (work: (mouth: MouthInLine) => void) => () => {
    const mouth = found();
    if (mouth) work(mouth);
  };
  const options = { preventDefault: true };
  const typed = useRef(new TypedNumber());

  const chooseNext = (direction: 1 | -1) => {
    const mouth = found();
    if (!mouth) return stepFrames(transport, program.scene.frameRate, direction);
    const next = mouth.mouths[mouth.index + direction];
    if (!next) return;
    store.getState().choose({ line: mouth.line.id, time: middleOf(next) });
    transport.scrub(toSeconds(sceneTime(mouth.line, next.start)));
  };
  const chooseHere = () => {
    const time = toFlicks(transport.time());
    // Of lines that overlap the one that began last, to which one has come.
    const line = linesOf(program.scene).findLast((one) => isHeardAt(one, time));
    if (line) store.getState().choose({ line: line.id, time: voiceTime(line, time) });
  };

  /** The mouths that can be shown now: of the chosen one's moment, or of the member that is worked on. */
  const chartNow = () => {
    const mouth = found();
    const { line } = focusOf(store.getState());
    const time = line && voiceTime(line, toFlicks(transport.time()));
    const playing = transport.state.getState().playing;
    const rig = playing ? memberNow()?.character.mouth : mouth?.character.mouth;
    if (!rig) return null;
    if (playing) return line && chartOfLine(rig, moodAt(line, time!));
    return mouth && chartOfLine(rig, moodAt(mouth.line, mouth.mouth.start));
  };
  const memberNow = () => {
    const { member } = focusOf(store.getState());
    return program.members.find((one) => one.member.id === member);
  };
  /** Gives the chosen mouth the drawing of a number, or lays it while the scene plays. @returns whether there is one */
  const typeDigit = (digit: string, repeat: boolean): boolean => {
    const drawings = chartNow()?.drawings ?? [];
    const number = typed.current.take(digit, drawings.length, performance.now());
    const entry = number === null ? undefined : drawings[number - 1];
    if (!entry) return false;
    const member = memberNow();
    if (transport.state.getState().playing) {
      if (member && !repeat) keying.press(member.member.id, entry.drawing);
    } else {
      const mouth = found();
      if (mouth) mouthEdits.setDrawing(store, mouth, entry.drawing);
    }
    return true;
  };
  const jump = (kind: JumpKind, direction: 1 | -1) => () => {
    const time = nextJump(program, kind, toFlicks(transport.time()), direction);
    if (time !== null) transport.scrub(toSeconds(time));
  };

  useHotkeys('space', () => transport.toggle(), options);
  useHotkeys('home', () => transport.seek(0), options);
  useHotkeys('end', () => transport.seek(toSeconds(program.scene.length)), options);
  // On a slider too: a value is set frame after frame.
  useHotkeys('comma', () => stepFrames(transport, program.scene.frameRate, -1), UNLESS_WRITING);
  useHotkeys('period', () => stepFrames(transport, program.scene.frameRate, 1), UNLESS_WRITING);
  useHotkeys('left', () => chooseNext(-1), options);
  useHotkeys('right', () => chooseNext(1), options);
  useHotkeys('enter', chooseHere, {
    ...options,
    enabled: !review,
    ignoreEventWhen: onControl,
  });
  useHotkeys('u', reviewNext, options);
  useHotkeys('shift+r', on.record, { ...options, enabled: !on.recording });
  useHotkeys('p', () => store.getState().pose(!store.getState().posing), options);
  useHotkeys('escape', () => {
    store.getState().choose(null);
    store.getState().pose(false);
  });
  useHotkeys(
    'shift+left',
    withMouth((mouth) => mouthEdits.nudge(store, program, mouth, 'end', -1)),
    options,
  );
  useHotkeys(
    'shift+right',
    withMouth((mouth) => mouthEdits.nudge(store, program, mouth, 'end', 1)),
    options,
  );
  useHotkeys(
    'alt+left',
    withMouth((mouth) => mouthEdits.nudge(store, program, mouth, 'start', -1)),
    options,
  );
  useHotkeys(
    'alt+right',
    withMouth((mouth) => mouthEdits.nudge(store, program, mouth, 'start', 1)),
    options,
  );
  useHotkeys(
    'delete, backspace',
    () => {
      const mouth = found();
      if (mouth) mouthEdits.rest(store, mouth);
      else if (!clipActions.remove(store)) lineActions.remove(store);
    },
    options,
  );
  useHotkeys('s', () => lineActions.split(store, toFlicks(transport.time())), options);
  useHotkeys('j', () => lineActions.join(store), options);
  // While sounds are reviewed W takes a mouth.
  useHotkeys('w', () => lineActions.write(store, toFlicks(transport.time())), {
    ...options,
    enabled: !review,
  });
  useHotkeys(
    'd',
    () => clipActions.again(store, toFlicks(transport.time())) || lineActions.duplicate(store),
    options,
  );
  useHotkeys(
    'r',
    withMouth((mouth) => mouthEdits.backToFitted(store, mouth)),
    options,
  );
  useHotkeys(DIGITS, ({ key, repeat }) => typeDigit(key, repeat), options);
  useHotkeys('pagedown', jump('line', 1), options);
  useHotkeys('pageup', jump('line', -1), options);
  useHotkeys('mod+right', jump('word', 1), options);
  useHotkeys('mod+left', jump('word', -1), options);
  useHotkeys('c', jump('correction', 1), options);
  useHotkeys('shift+c', jump('correction', -1), options);
  useHotkeys('n', jump('marker', 1), options);
  useHotkeys('shift+n', jump('marker', -1), options);
  useHotkeys(
    'm',
    () =>
      store.getState().edit((scene) => ({
        ...scene,
        markers: withMarker(scene.markers, crypto.randomUUID(), toFlicks(transport.time())),
      })),
    options,
  );
  useHotkeys(
    'h',
    () => transport.setSpeed(transport.state.getState().speed === 1 ? 0.5 : 1),
    options,
  );
  useHotkeys(
    'mod+a',
    () => {
      const { scene, chooseLines } = store.getState();
      chooseLines(linesOf(scene).map(({ id }) => id));
    },
    options,
  );
  useHotkeys('b', () => store.getState().hearAsRecorded(!store.getState().asRecorded), options);
  useHotkeys('mod+z', () => history.undo(), UNLESS_WRITING);
  useHotkeys('mod+shift+z, mod+y', () => history.redo(), UNLESS_WRITING);
  useHotkeys('l', () => toggleLoop(transport, toSeconds(program.scene.length), found()), options);
  useHotkeys('equal, shift+equal, numpadadd', () => view()?.zoom(1), options);
  useHotkeys('minus, numpadsubtract', () => view()?.zoom(-1), options);
  // After another digit it is the second stroke of a number.
  useHotkeys('0', ({ repeat }) => typeDigit('0', repeat) || view()?.whole(), options);
  useHotkeys('?', on.help, { ...options, useKey: true });
}

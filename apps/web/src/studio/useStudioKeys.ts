import { useHotkeys } from 'react-hotkeys-hook';
import { chartOfLine } from '@cruvo/core/program';
import { isHeardAt, linesOf, sceneTime, voiceTime } from '@cruvo/core/scene';
import { leastConfident } from '@cruvo/core/speech';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { lineActions } from './lineActions';
import { chosenMouth, middleOf, mouthEdits, type MouthInLine } from './mouths/mouthEdits';
import { stepFrames } from './playback/stepFrames';
import { toggleLoop } from './playback/toggleLoop';
import { onControl } from '../shell/onControl';
import type { OpenScene } from './SceneContext';
import type { TimelineView } from './timeline/Timeline';

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];

/** The keys of the studio. Typing into a field keeps its own. */
export function useStudioKeys(
  { store, transport, program }: OpenScene,
  view: () => TimelineView | null,
  onHelp: () => void,
): void {
  const { history } = store;
  const found = () => chosenMouth(program, store.getState().chosen);
  const withMouth = (work: (mouth: MouthInLine) => void) => () => {
    const mouth = found();
    if (mouth) work(mouth);
  };
  const options = { preventDefault: true };

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
    const line = linesOf(program.scene).find((one) => isHeardAt(one, time));
    if (line) store.getState().choose({ line: line.id, time: voiceTime(line, time) });
  };

  /** The next mouth whose sound is unsure, from the chosen one or the playhead on; from the start again after the last. */
  const chooseUnsure = () => {
    const lines = program.members.flatMap((member) => member.lines);
    const chosen = found();
    const here = chosen ? sceneTime(chosen.line, chosen.mouth.end) : toFlicks(transport.time());
    const unsure = lines.flatMap(({ line, track }) =>
      leastConfident(track?.sounds ?? [])
        .map(({ start, end }) => ({ line, time: toFlicks((start + end) / 2) }))
        .filter(({ time }) => isHeardAt(line, sceneTime(line, time))),
    );
    const next = unsure.find(({ line, time }) => sceneTime(line, time) > here) ?? unsure[0];
    if (!next) return;
    store.getState().choose({ line: next.line.id, time: next.time });
    transport.scrub(toSeconds(sceneTime(next.line, next.time)));
  };

  useHotkeys('space', () => transport.toggle(), options);
  useHotkeys('home', () => transport.seek(0), options);
  useHotkeys('end', () => transport.seek(toSeconds(program.scene.length)), options);
  useHotkeys('comma', () => stepFrames(transport, program.scene.frameRate, -1), options);
  useHotkeys('period', () => stepFrames(transport, program.scene.frameRate, 1), options);
  useHotkeys('left', () => chooseNext(-1), options);
  useHotkeys('right', () => chooseNext(1), options);
  useHotkeys('enter', chooseHere, { ...options, ignoreEventWhen: onControl });
  useHotkeys('u', chooseUnsure, options);
  useHotkeys('escape', () => store.getState().choose(null));
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
      else lineActions.remove(store);
    },
    options,
  );
  useHotkeys('s', () => lineActions.split(store, toFlicks(transport.time())), options);
  useHotkeys('j', () => lineActions.join(store), options);
  useHotkeys('d', () => lineActions.duplicate(store), options);
  useHotkeys(
    'r',
    withMouth((mouth) => mouthEdits.backToFitted(store, mouth)),
    options,
  );
  useHotkeys(
    DIGITS,
    (event) => {
      const mouth = found();
      const rig = mouth?.character.mouth;
      const entry = rig && chartOfLine(rig, mouth.line).drawings[Number(event.key) - 1];
      if (entry) mouthEdits.setDrawing(store, mouth, entry.drawing);
    },
    options,
  );
  useHotkeys('mod+z', () => history.undo(), options);
  useHotkeys('mod+shift+z, mod+y', () => history.redo(), options);
  useHotkeys('l', () => toggleLoop(transport, toSeconds(program.scene.length), found()), options);
  useHotkeys('equal, shift+equal, numpadadd', () => view()?.zoom(1), options);
  useHotkeys('minus, numpadsubtract', () => view()?.zoom(-1), options);
  useHotkeys('0', () => view()?.whole(), options);
  useHotkeys('?', onHelp, { ...options, useKey: true });
}

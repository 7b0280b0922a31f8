import { useCallback, useRef, type ClipboardEvent, type KeyboardEvent } from 'react';
import { frameStart } from '@cruvo/core/time';
import { moodAt, voiceTime } from '@cruvo/core/scene';
import { chartOfLine, lineInFrame, type FrameRange, type MemberProgram } from '@cruvo/core/program';
import { chartOf } from '@cruvo/core/mouth';
import { useOpenScene, useProgram } from '../SceneContext';
import { TypedDrawing } from './findDrawing';
import { copyText, holdFirst, pastedDrawings, pasteDrawings, setOne } from './sheetEdits';

/** How the choice moves by a key: rows, or all the way. */
const MOVES: Readonly<Record<string, number>> = {
  ArrowUp: -1,
  ArrowDown: 1,
  PageUp: -12,
  PageDown: 12,
  Home: -Infinity,
  End: Infinity,
};

interface SheetKeys {
  readonly member: MemberProgram;
  /** The frames that are chosen. */
  readonly range: FrameRange;
  readonly move: (rows: number, extend: boolean) => void;
}

/** What keys do in the sheet: move and extend the choice, set mouths by number or name, hold, rest, copy and paste. */
export function useSheetKeys({ member, range, move }: SheetKeys) {
  const { store } = useOpenScene();
  const program = useProgram();
  const typed = useRef(new TypedDrawing());
  const { frameRate } = program.scene;

  const chart = useCallback(() => {
    const rig = member.character.mouth;
    const line = lineInFrame(member.lines, range.from, frameRate);
    if (!rig || !line) return null;
    const time = voiceTime(line.line, frameStart(range.from, frameRate));
    return chartOfLine(rig, moodAt(line.line, time));
  }, [member, range.from, frameRate]);

  const set = (drawing: string | null) => setOne(store, member, range, drawing);

  const keyDown = (event: KeyboardEvent) => {
    const { key, shiftKey, ctrlKey, metaKey, altKey } = event;
    const done = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    const rows = MOVES[key];
    if (rows !== undefined) {
      done();
      return move(rows, shiftKey);
    }
    if (ctrlKey || metaKey || altKey) return;
    const mouths = chart();
    if (!mouths) return;
    if (key === 'Delete' || key === 'Backspace') {
      done();
      set(mouths.rest);
    } else if (key === 'Enter') {
      done();
      holdFirst(store, member, range, program);
    } else if (key === '-') {
      done();
      set(null);
    } else if (/^[1-9]$/.test(key)) {
      done();
      const entry = mouths.drawings[Number(key) - 1];
      if (entry) set(entry.drawing);
    } else if (/^\p{L}$/u.test(key)) {
      done();
      const found = typed.current.take(key, mouths.drawings, event.timeStamp);
      if (found) set(found);
    }
  };

  const copy = (event: ClipboardEvent) => {
    event.preventDefault();
    event.clipboardData.setData('text/plain', copyText(member, range, program));
  };
  const cut = (event: ClipboardEvent) => {
    copy(event);
    set(null);
  };
  const paste = (event: ClipboardEvent) => {
    const rig = member.character.mouth;
    if (!rig) return;
    const known = new Set(chartOf(rig).drawings.map(({ drawing }) => drawing));
    const drawings = pastedDrawings(event.clipboardData.getData('text/plain'), known);
    event.preventDefault();
    if (drawings) pasteDrawings(store, member, range.from, drawings);
  };
  return { onKeyDown: keyDown, onCopy: copy, onCut: cut, onPaste: paste };
}

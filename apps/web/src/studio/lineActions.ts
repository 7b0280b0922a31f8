import {
  endOf,
  isHeardAt,
  joinedLine,
  linesOf,
  movedLine,
  speakerOf,
  splitLine,
  withLines,
  withoutLines,
  type Line,
} from '@cruvo/core/scene';
import type { Flicks } from '@cruvo/core/time';
import { focusOf, type SceneStore } from './sceneStore';

const newId = () => crypto.randomUUID();

/** What one can do to the line that is worked on; each is one step to undo, and tells whether it was done. */
export const lineActions = {
  /** Splits the line that is heard at a time; the worked-on speaker's first. */
  split(store: SceneStore, time: Flicks): boolean {
    const { scene, edit, chooseLine } = store.getState();
    const focus = focusOf(store.getState());
    const heard = linesOf(scene).filter((line) => isHeardAt(line, time));
    const line = heard.find((one) => speakerOf(scene, one) === focus.member) ?? heard[0];
    const parts = line && splitLine(line, time, newId());
    if (!parts) return false;
    edit((now) => withLines(now, parts));
    chooseLine(parts[1].id);
    return true;
  },

  /** Joins the line with the one that goes on in its voice where it ends. */
  join(store: SceneStore): boolean {
    const { scene, edit, chooseLine } = store.getState();
    const { line } = focusOf(store.getState());
    if (!line) return false;
    for (const other of linesOf(scene)) {
      for (const [first, second] of [
        [line, other],
        [other, line],
      ] as const) {
        const joined = joinedLine(first, second);
        if (!joined) continue;
        edit((now) => withLines(withoutLines(now, new Set([second.id])), [joined]));
        chooseLine(first.id);
        return true;
      }
    }
    return false;
  },

  /** The same line once more, after itself. */
  duplicate(store: SceneStore): boolean {
    const { line } = focusOf(store.getState());
    if (!line) return false;
    const again: Line = { ...movedLine(line, endOf(line)), id: newId() };
    store.getState().edit((now) => withLines(now, [again]));
    store.getState().chooseLine(again.id);
    return true;
  },

  /** Deletes the line. */
  remove(store: SceneStore): boolean {
    const { line } = focusOf(store.getState());
    if (!line) return false;
    store.getState().edit((now) => withoutLines(now, new Set([line.id])));
    return true;
  },
};

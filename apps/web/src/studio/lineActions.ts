import {
  endOf,
  isHeardAt,
  joinedLine,
  linesOf,
  movedLine,
  nameOfText,
  rowOfMember,
  speakerOf,
  splitLine,
  textLine,
  withLines,
  withoutLines,
  type Line,
} from '@cruvo/core/scene';
import type { Flicks } from '@cruvo/core/time';
import { chosenLines, focusOf, type SceneStore } from './sceneStore';

const newId = () => crypto.randomUUID();

/** What one can do to the line that is worked on; each is one step to undo, and tells whether it was done. */
export const lineActions = {
  /** Begins a line without a voice for the worked-on speaker, at a time or after what is said there. */
  write(store: SceneStore, time: Flicks): boolean {
    const { scene, edit, chooseLine } = store.getState();
    const { member } = focusOf(store.getState());
    const row = member === null ? null : rowOfMember(scene, member);
    if (row === null) return false;
    const own = linesOf(scene).filter((line) => line.row === row && endOf(line) > time);
    const start = own[0] && own[0].start <= time ? endOf(own[0]) : time;
    const line = textLine({ id: newId(), row, name: nameOfText(''), start });
    edit((now) => withLines(now, [line]));
    chooseLine(line.id);
    return true;
  },

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

  /** The chosen lines once more, after the last of them. */
  duplicate(store: SceneStore): boolean {
    const { scene, edit, chooseLines } = store.getState();
    const ids = chosenLines(store.getState());
    const lines = linesOf(scene).filter(({ id }) => ids.has(id));
    if (lines.length === 0) return false;
    const by = Math.max(...lines.map(endOf)) - lines[0]!.start;
    const again = lines.map((line): Line => ({ ...movedLine(line, line.start + by), id: newId() }));
    edit((now) => withLines(now, again));
    chooseLines(again.map(({ id }) => id));
    return true;
  },

  /** Deletes the chosen lines. */
  remove(store: SceneStore): boolean {
    const ids = chosenLines(store.getState());
    if (ids.size === 0) return false;
    store.getState().edit((now) => withoutLines(now, ids));
    return true;
  },
};

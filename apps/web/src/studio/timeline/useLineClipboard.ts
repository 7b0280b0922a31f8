import { useEffect, useState } from 'react';
import { sentenceOf } from '@cruvo/core/problem';
import { copyOfLines, pastedLines, withLines, withoutLines, type Line } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import { isStored } from '../../api/media';
import { isWithin } from '../../shell/onControl';
import { useOpenScene } from '../SceneContext';
import { chosenLines, focusOf } from '../sceneStore';

const MISSING =
  'These lines can’t be pasted: their recordings are not in this studio. Drop the recordings here instead.';
const ELSEWHERE =
  'Whoever said these lines is not on this stage: who is worked on says them now. Drag them to others.';

/** Where text is written, and the clipboard is the browser's. */
const WRITTEN = 'input:not([type="range"], [type="checkbox"], [type="radio"]), textarea';

/**
 * Copies, cuts and pastes lines, also between scenes and productions, wherever no text is being written.
 *
 * @returns what is to be said of the last paste; null where all is well
 */
export function useLineClipboard(): string | null {
  const { store, transport } = useOpenScene();
  const [note, setNote] = useState<string | null>(null);
  useEffect(() => {
    const isElsewhere = (event: Event) =>
      event.defaultPrevented || isWithin(event.target, WRITTEN) || !getSelection()?.isCollapsed;
    const copy = (event: ClipboardEvent) => {
      const ids = chosenLines(store.getState());
      if (isElsewhere(event) || ids.size === 0) return false;
      event.preventDefault();
      event.clipboardData?.setData('text/plain', copyOfLines(store.getState().scene, ids));
      return true;
    };
    const cut = (event: ClipboardEvent) => {
      const ids = chosenLines(store.getState());
      if (copy(event)) store.getState().edit((scene) => withoutLines(scene, ids));
    };
    const paste = (event: ClipboardEvent) => {
      if (isElsewhere(event)) return;
      const { scene } = store.getState();
      const { member } = focusOf(store.getState());
      const at = toFlicks(transport.time());
      const newId = () => crypto.randomUUID();
      const text = event.clipboardData?.getData('text/plain') ?? '';
      const found = member === null ? null : pastedLines(text, scene, { at, member, newId });
      if (!found) return;
      event.preventDefault();
      void lay(found.lines).then(
        (laid) => setNote(laid ? (found.elsewhere ? ELSEWHERE : null) : MISSING),
        (error: unknown) => setNote(sentenceOf(error)),
      );
    };
    /** Lays lines whose recordings are there: others could not be saved. What was heard of them may be gone. */
    const lay = async (lines: readonly Line[]): Promise<boolean> => {
      const stored = await Promise.all(
        lines.map(({ voice }) => voice === null || isStored(`/media/${voice.working}`)),
      );
      if (!stored.every(Boolean)) return false;
      const laid = await Promise.all(
        lines.map(async (line): Promise<Line> => {
          const known = line.track === null || (await isStored(`/tracks/${line.track}`));
          return known ? line : { ...line, track: null };
        }),
      );
      store.getState().edit((scene) => withLines(scene, laid));
      store.getState().chooseLines(laid.map(({ id }) => id));
      return true;
    };
    document.addEventListener('copy', copy);
    document.addEventListener('cut', cut);
    document.addEventListener('paste', paste);
    return () => {
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', cut);
      document.removeEventListener('paste', paste);
    };
  }, [store, transport]);
  return note;
}

import { useEffect } from 'react';
import type { Cue } from '@cruvo/core/cues';
import type { LiveCues } from './liveCues';

/** Whether somebody is writing. */
const isWriting = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.matches('input:not([type=range]), textarea, select');

/**
 * Fires cues by their keys, before anything else gets them. With Alt a cue is laid down at the playhead instead.
 *
 * @param lay lays a cue down
 */
export function useCueKeys(cues: readonly Cue[], live: LiveCues, lay: (cue: Cue) => void): void {
  useEffect(() => {
    const cueOf = ({ key, code }: KeyboardEvent) => {
      // With Alt some keyboards write other letters.
      const plain = /^(Key|Digit)(.)$/.exec(code)?.[2]?.toLowerCase();
      return cues.find((cue) => cue.key !== null && [key.toLowerCase(), plain].includes(cue.key));
    };
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.shiftKey || isWriting(event.target)) return;
      const cue = cueOf(event);
      if (!cue) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.repeat) return;
      if (event.altKey) lay(cue);
      else live.press(cue);
    };
    const onKeyUp = (event: KeyboardEvent) => {
      const cue = cueOf(event);
      if (cue) live.release(cue.id);
    };
    window.addEventListener('keydown', onKeyDown, { capture: true });
    window.addEventListener('keyup', onKeyUp, { capture: true });
    return () => {
      window.removeEventListener('keydown', onKeyDown, { capture: true });
      window.removeEventListener('keyup', onKeyUp, { capture: true });
    };
  }, [cues, live, lay]);
}

import { useEffect, useLayoutEffect, useRef } from 'react';
import type { Cue } from '@cruvo/core/cues';
import { isWriting } from '../../../shell/onControl';
import { lateBy } from '../lateness';
import type { LiveCues } from './liveCues';

/**
 * Fires cues by their keys, before anything else gets them. With Alt a cue is laid down at the playhead instead.
 *
 * @param lay lays a cue down
 */
export function useCueKeys(cues: readonly Cue[], live: LiveCues, lay: (cue: Cue) => void): void {
  const latest = useRef({ cues, lay });
  useLayoutEffect(() => void (latest.current = { cues, lay }));
  useEffect(() => {
    const cueOf = ({ key, code }: KeyboardEvent) => {
      // With Alt some keyboards write other letters.
      const plain = /^(Key|Digit)(.)$/.exec(code)?.[2]?.toLowerCase();
      const wanted = [key.toLowerCase(), plain];
      return latest.current.cues.find((cue) => cue.key !== null && wanted.includes(cue.key));
    };
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.shiftKey || isWriting(event)) return;
      const cue = cueOf(event);
      if (!cue) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.repeat) return;
      if (event.altKey) latest.current.lay(cue);
      else live.press(cue, lateBy(event.timeStamp));
    };
    const onKeyUp = (event: KeyboardEvent) => {
      const cue = cueOf(event);
      if (cue) live.release(cue.id, lateBy(event.timeStamp));
    };
    // A key that is let go elsewhere is never heard of.
    const onBlur = () => live.releaseAll();
    window.addEventListener('keydown', onKeyDown, { capture: true });
    window.addEventListener('keyup', onKeyUp, { capture: true });
    window.addEventListener('blur', onBlur);
    return () => {
      window.removeEventListener('keydown', onKeyDown, { capture: true });
      window.removeEventListener('keyup', onKeyUp, { capture: true });
      window.removeEventListener('blur', onBlur);
      live.releaseAll();
    };
  }, [live]);
}

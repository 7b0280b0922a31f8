import { useEffect, useLayoutEffect, useRef } from 'react';
import type { Cue } from '@cruvo/core/cues';
import { BoardLink, type BoardMessage } from '../../../board/boardMessages';
import { lateBy } from '../lateness';
import type { LiveCues } from './liveCues';

/**
 * Shows cues on boards in other windows, and lets those fire them.
 *
 * @param who is performed
 * @param pictureOf the address of a cue's picture
 */
export function useBoard(
  scene: string,
  who: string,
  cues: readonly Cue[],
  live: LiveCues,
  pictureOf: (cue: string) => string,
): void {
  const link = useRef<BoardLink | null>(null);
  /** Pictures are sent only to boards that are there. */
  const asked = useRef(false);
  const tell = useRef(() => undefined as void);
  useLayoutEffect(() => {
    tell.current = () => {
      const { active } = live.state.getState();
      link.current?.say({
        ...{ kind: 'cues', who },
        cues: cues.map(({ id, name, key }) => {
          return { id, name, key, picture: pictureOf(id), on: active.has(id) };
        }),
      });
    };
    if (asked.current) tell.current();
  });
  const known = useRef(cues);
  useLayoutEffect(() => void (known.current = cues));
  useEffect(() => {
    const hear = (message: BoardMessage) => {
      if (message.kind === 'hello') {
        asked.current = true;
        tell.current();
      }
      if (message.kind !== 'button') return;
      const cue = known.current.find(({ id }) => id === message.cue);
      const late = lateBy(message.at - performance.timeOrigin);
      if (cue && message.down) live.press(cue, late);
      else live.release(message.cue, late);
    };
    const opened = new BoardLink(scene, hear);
    link.current = opened;
    const unsubscribe = live.state.subscribe(() => asked.current && tell.current());
    // A board that was there before says hello again.
    opened.say({ kind: 'here' });
    return () => {
      unsubscribe();
      opened.say({ kind: 'closed' });
      opened.close();
      link.current = null;
    };
  }, [scene, live]);
}

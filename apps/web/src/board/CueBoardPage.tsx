import { useEffect, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { isWriting } from '../shell/onControl';
import { Notice } from '../shell/Notice';
import { BoardLink, momentOf, type BoardCue } from './boardMessages';

/** The cues of who is performed as large buttons, in a window of their own: on another screen, or under the fingers. */
export function CueBoardPage() {
  const { scene = '' } = useParams();
  const [shown, setShown] = useState<{ who: string; cues: readonly BoardCue[] } | null>(null);
  const link = useRef<BoardLink | null>(null);
  useEffect(() => {
    const opened = new BoardLink(scene, (message) => {
      if (message.kind === 'cues') setShown(message);
      else if (message.kind === 'closed') setShown(null);
      else if (message.kind === 'here') opened.say({ kind: 'hello' });
    });
    link.current = opened;
    opened.say({ kind: 'hello' });
    return () => opened.close();
  }, [scene]);
  const button = (cue: string, down: boolean, event: Pick<Event, 'timeStamp'>) =>
    link.current?.say({ kind: 'button', cue, down, at: momentOf(event) });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || isWriting(event))
        return;
      const cue = shown?.cues.find(({ key }) => key === event.key.toLowerCase());
      if (!cue) return;
      event.preventDefault();
      link.current?.say({
        ...{ kind: 'button', cue: cue.id },
        ...{ down: event.type === 'keydown', at: momentOf(event) },
      });
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onKey);
    };
  }, [shown]);
  if (!shown) {
    return (
      <Notice title="Waiting for the studio">
        Open the scene in another window of this browser, and choose Perform and Cues there.
      </Notice>
    );
  }
  return (
    <main className="board-page">
      <h1 className="h5">{shown.who}</h1>
      <div className="board-grid">
        {shown.cues.map(({ id, name, key, picture, on }) => (
          <button
            key={id}
            type="button"
            className={on ? 'board-cue on' : 'board-cue'}
            {...(key && { 'aria-keyshortcuts': key })}
            aria-pressed={on}
            onPointerDown={(event) => button(id, true, event)}
            onPointerUp={(event) => button(id, false, event)}
            onPointerLeave={(event) => button(id, false, event)}
            onContextMenu={(event) => event.preventDefault()}
          >
            {picture && <img src={picture} alt="" draggable={false} />}
            <span>
              {name} {key && <kbd aria-hidden>{key.toUpperCase()}</kbd>}
            </span>
          </button>
        ))}
      </div>
    </main>
  );
}

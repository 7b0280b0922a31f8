import { Redo2, Undo2 } from 'lucide-react';
import { useStore } from 'zustand';
import type { History } from '../history/history';
import { IconButton } from './IconButton';

/** Takes the last change back, or does it again. */
export function UndoButtons({
  history,
}: {
  history: Pick<History<object>, 'state' | 'undo' | 'redo'>;
}) {
  const undoSteps = useStore(history.state, ({ past }) => past.length);
  const redoSteps = useStore(history.state, ({ future }) => future.length);
  return (
    <>
      <IconButton
        icon={Undo2}
        label="Undo"
        shortcut="Ctrl Z"
        disabled={undoSteps === 0}
        onClick={() => history.undo()}
      />
      <IconButton
        icon={Redo2}
        label="Redo"
        shortcut="Ctrl Y"
        disabled={redoSteps === 0}
        onClick={() => history.redo()}
      />
    </>
  );
}

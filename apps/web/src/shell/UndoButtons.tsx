import { Redo2, Undo2 } from 'lucide-react';
import { useStore, type StoreApi } from 'zustand';
import { IconButton } from './IconButton';

/** A history of changes, as both kinds of document keep it. */
interface Steps {
  readonly pastStates: readonly unknown[];
  readonly futureStates: readonly unknown[];
  undo(): void;
  redo(): void;
}

/** Takes the last change back, or does it again. */
export function UndoButtons({
  history,
}: {
  history: Pick<StoreApi<Steps>, 'getState' | 'getInitialState' | 'subscribe'>;
}) {
  const undoSteps = useStore(history, ({ pastStates }) => pastStates.length);
  const redoSteps = useStore(history, ({ futureStates }) => futureStates.length);
  return (
    <>
      <IconButton
        icon={Undo2}
        label="Undo"
        shortcut="Ctrl Z"
        disabled={undoSteps === 0}
        onClick={() => history.getState().undo()}
      />
      <IconButton
        icon={Redo2}
        label="Redo"
        shortcut="Ctrl Y"
        disabled={redoSteps === 0}
        onClick={() => history.getState().redo()}
      />
    </>
  );
}

import { useEffect } from 'react';
import { useOpenCharacter, type Handle } from './CharacterContext';

const NONE: readonly Handle[] = [];

/** Puts points to drag on the drawing, as long as the panel is there that they belong to. */
export function useHandles(handles: readonly Handle[]): void {
  const { setHandles } = useOpenCharacter();
  useEffect(() => {
    if (handles.length === 0) return;
    setHandles(handles);
    // Another panel may have put its own there before this one has gone.
    return () => setHandles((now) => (now === handles ? NONE : now));
  }, [handles, setHandles]);
}

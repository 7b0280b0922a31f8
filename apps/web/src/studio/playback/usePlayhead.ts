import { useEffect } from 'react';
import { useOpenScene } from '../SceneContext';
import { followPlayhead } from './followPlayhead';

/** Calls back with the time whenever it moves; nothing is rendered anew by React for it. */
export function usePlayhead(onTime: (time: number) => void): void {
  const { transport } = useOpenScene();
  useEffect(() => followPlayhead(transport, onTime), [transport, onTime]);
}

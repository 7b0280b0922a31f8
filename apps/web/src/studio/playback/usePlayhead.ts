import { useEffect } from 'react';
import { useOpenScene } from '../SceneContext';
import type { Transport } from './transport';

/**
 * Calls back with the time in seconds whenever it moves: at every picture of the screen while the scene plays, and
 * once for each jump while it does not. Returns what ends that.
 */
export function followPlayhead(transport: Transport, onTime: (time: number) => void): () => void {
  let request = 0;
  const tick = () => {
    onTime(transport.time());
    if (transport.state.getState().playing) request = requestAnimationFrame(tick);
  };
  const follow = () => {
    cancelAnimationFrame(request);
    tick();
  };
  follow();
  const unsubscribe = transport.state.subscribe(follow);
  return () => {
    unsubscribe();
    cancelAnimationFrame(request);
  };
}

/** The same for a component; nothing is rendered anew by React for it. */
export function usePlayhead(onTime: (time: number) => void): void {
  const { transport } = useOpenScene();
  useEffect(() => followPlayhead(transport, onTime), [transport, onTime]);
}

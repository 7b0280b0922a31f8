import { useEffect, useRef } from 'react';
import { useOpenScene } from '../SceneContext';

/**
 * Calls back with the time in seconds whenever it moves: at every picture of the screen while the scene
 * plays, and once for each jump while it does not. Nothing is rendered anew by React for it.
 */
export function usePlayhead(onTime: (time: number) => void): void {
  const { transport } = useOpenScene();
  const latest = useRef(onTime);
  useEffect(() => {
    latest.current = onTime;
    latest.current(transport.time());
  }, [onTime, transport]);

  useEffect(() => {
    let request = 0;
    const tick = () => {
      latest.current(transport.time());
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
  }, [transport]);
}

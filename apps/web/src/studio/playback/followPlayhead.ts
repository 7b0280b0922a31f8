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

import type { BendPoint } from '@cruvo/core/character';
import type { CharacterStore } from './characterStore';

/** How long a grip waits before it goes back, and how quickly it goes, milliseconds. */
const WAITS = 800;
const BACK = 260;

/** What a grip does when it is let go: it goes back at once, after a while, or stays. */
export function letGo(
  store: CharacterStore,
  grip: string,
  { release, rest }: Pick<BendPoint, 'release' | 'rest'>,
): void {
  if (release === 'stays') return;
  const from = store.getState().grips.get(grip);
  if (!from) return;
  const begins = performance.now() + (release === 'waits' ? WAITS : 0);
  let last = from;
  const step = () => {
    // Taken hold of again, it stays with the pointer.
    if (store.getState().grips.get(grip) !== last) return;
    const share = Math.min(1, Math.max(0, (performance.now() - begins) / BACK));
    const left = (1 - share) ** 3;
    last = {
      x: rest.x + (from.x - rest.x) * left,
      y: rest.y + (from.y - rest.y) * left,
    };
    store.getState().drag(grip, share < 1 ? last : null);
    if (share < 1) requestAnimationFrame(step);
  };
  requestAnimationFrame(step);
}

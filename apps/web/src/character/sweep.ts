import type { CharacterStore } from './characterStore';

/** How long a control takes from rest to one end, to the other, and back, seconds. */
const ROUND = 1.8;

let running = 0;

/** Stops what is being played; it stays where it is. */
export function stopSweep(): void {
  cancelAnimationFrame(running);
}

/** Plays controls one after the other, each from end to end; whatever was played before stops. */
export function sweep(store: CharacterStore, ids: readonly string[]): void {
  cancelAnimationFrame(running);
  const began = performance.now();
  let last: string | null = null;
  const step = () => {
    const elapsed = (performance.now() - began) / 1000 / ROUND;
    const id = ids[Math.floor(elapsed)];
    const { character, setValue } = store.getState();
    if (last !== null && last !== id) setValue(last, character.controls[last]?.rest ?? 0);
    last = id ?? null;
    const control = id === undefined ? undefined : character.controls[id];
    if (!control) return;
    const { min, max, rest } = control;
    const wave = Math.sin(2 * Math.PI * (elapsed % 1));
    setValue(control.id, wave < 0 ? rest + wave * (rest - min) : rest + wave * (max - rest));
    running = requestAnimationFrame(step);
  };
  running = requestAnimationFrame(step);
}

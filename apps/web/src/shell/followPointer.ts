/** Follows the pointer until it is let go. `onEnd` takes where that was; null where the press was taken back. */
export function followPointer(
  onMove: (event: PointerEvent) => void,
  onEnd: (event: PointerEvent | null) => void,
): void {
  const end = (event: PointerEvent) => {
    window.removeEventListener('pointermove', onMove);
    window.removeEventListener('pointerup', end);
    window.removeEventListener('pointercancel', end);
    onEnd(event.type === 'pointerup' ? event : null);
  };
  window.addEventListener('pointermove', onMove);
  window.addEventListener('pointerup', end);
  window.addEventListener('pointercancel', end);
}

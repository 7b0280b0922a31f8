const EVERY_MS = 1000;

/**
 * Tells whoever started this process, and watches it, that its event loop turns. Where nobody does, nothing happens.
 *
 * @param stop called when the watcher is gone
 */
export function startHeartbeat(stop: () => void): void {
  if (!process.send) return;
  setInterval(() => process.send?.('alive'), EVERY_MS).unref();
  process.once('disconnect', stop);
  process.channel?.unref();
}

/** What a window holds as long as it is open (Web Locks): it goes with the page, however that ends. */
const nameOf = (window: string) => `window ${window}`;

/** Holds the lock of a window's id. @returns how to let go of it */
export function holdWindow(window: string): () => void {
  let release: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  void globalThis.navigator?.locks?.request(nameOf(window), () => held);
  return release;
}

/** Whether a window that kept something in this browser is still open. */
export async function isWindowOpen(window: string): Promise<boolean> {
  const { locks } = globalThis.navigator ?? {};
  if (!locks) return false;
  return locks.request(nameOf(window), { ifAvailable: true }, (lock) => lock === null);
}

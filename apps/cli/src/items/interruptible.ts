/** Does work that Ctrl-C, or the system, can stop. */
export async function interruptible<Result>(
  work: (signal: AbortSignal) => Promise<Result>,
): Promise<Result> {
  const stop = new AbortController();
  const interrupt = () => stop.abort();
  process.once('SIGINT', interrupt).once('SIGTERM', interrupt);
  try {
    return await work(stop.signal);
  } finally {
    process.off('SIGINT', interrupt).off('SIGTERM', interrupt);
  }
}

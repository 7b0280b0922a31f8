import type { Response } from 'express';
import { Problem } from '@cruvo/core/problem';
import type { PoolOptions } from '@cruvo/media/sandbox';
import { gone } from './gone';

/** Lines of JSON, one after another. */
export const LINES = 'application/x-ndjson';
/** Progress is told at most so often. */
const REPORT_EVERY_MS = 100;

/**
 * Answers long work line by line: `{place}` while others come first, `{progress}`, then what comes of it, or
 * `{problem: {code, detail}}`. Hanging up cancels.
 */
export async function answerInLines(
  response: Response,
  work: (options: PoolOptions) => Promise<object>,
): Promise<void> {
  const { signal } = gone(response);
  response.setHeader('Content-Type', LINES).setHeader('Cache-Control', 'no-store');
  const say = (line: object) => void response.write(`${JSON.stringify(line)}\n`);
  let told = 0;
  const onProgress = (progress: number) => {
    if (Date.now() - told < REPORT_EVERY_MS) return;
    told = Date.now();
    say({ progress });
  };
  try {
    say(await work({ signal, onProgress, onPlace: (place) => say({ place }) }));
  } catch (error) {
    if (signal.aborted) return;
    // What is busy is tried again, which the status tells.
    if (!(error instanceof Problem) || (error.code === 'busy' && !response.headersSent)) {
      throw error;
    }
    say({ problem: { code: error.code, detail: error.message } });
  }
  response.end();
}

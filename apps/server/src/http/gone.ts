import type { Response } from 'express';

/** Aborted when whoever asked has hung up. */
export function gone(response: Response): AbortController {
  const control = new AbortController();
  response.on('close', () => control.abort());
  return control;
}

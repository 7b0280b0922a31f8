import type { IncomingMessage } from 'node:http';
import type { RequestHandler } from 'express';
import { Problem } from '@cruvo/core/problem';

/**
 * Keeps other web pages away: a request must be addressed to this machine by a loopback name, and one
 * that changes something must come from a page of the same address (or from no page at all).
 */
export const guardOrigin: RequestHandler = (request, _response, next) => {
  checkAddress(request);
  next();
};

/** @throws Problem where a request comes from elsewhere */
export function checkAddress({ headers }: Pick<IncomingMessage, 'headers'>): void {
  const host = headers.host ?? '';
  if (!/^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/.test(host)) {
    throw new Problem('bad-input', 'The studio answers only to this machine’s own address.');
  }
  const { origin } = headers;
  if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) {
    throw new Problem('bad-input', 'The studio takes no requests from other web pages.');
  }
}

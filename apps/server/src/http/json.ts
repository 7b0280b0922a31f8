import type { IncomingMessage } from 'node:http';
import { isNestedDeeper } from '@cruvo/core/document';
import type { RequestHandler } from 'express';
import { Problem } from '@cruvo/core/problem';

/** No request is nested so deep. */
const DEEPEST = 100;

/** Refuses JSON that is nested too deep for what walks through it, before it is parsed. */
export function checkDepth(_request: IncomingMessage, _response: unknown, body: Buffer): void {
  if (isNestedDeeper(body, DEEPEST)) {
    throw new Problem('bad-input', 'This request is nested too deep.');
  }
}

/** Refuses a request that should carry an object of JSON and doesn't. */
export const needObject: RequestHandler = (request, _response, next) => {
  const body: unknown = request.body;
  const isObject = typeof body === 'object' && body !== null && !Array.isArray(body);
  if (['POST', 'PUT', 'PATCH'].includes(request.method) && !isObject) {
    throw new Problem(
      'bad-input',
      'This request needs an object of JSON, with application/json as its Content-Type.',
    );
  }
  next();
};

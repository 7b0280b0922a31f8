import type { IncomingMessage } from 'node:http';
import { isNestedDeeper } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';

/** No request is nested so deep. */
const DEEPEST = 100;

/** Refuses JSON that is nested too deep for what walks through it, before it is parsed. */
export function checkDepth(_request: IncomingMessage, _response: unknown, body: Buffer): void {
  if (isNestedDeeper(body, DEEPEST)) {
    throw new Problem('bad-input', 'This request is nested too deep.');
  }
}

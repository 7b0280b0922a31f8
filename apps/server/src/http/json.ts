import type { IncomingMessage } from 'node:http';
import { Problem } from '@cruvo/core/problem';

/** No request is nested so deep. */
const DEEPEST = 100;

/** Refuses JSON that is nested too deep for what walks through it, before it is parsed. */
export function checkDepth(_request: IncomingMessage, _response: unknown, body: Buffer): void {
  let depth = 0;
  let inText = false;
  for (let at = 0; at < body.length; at++) {
    const byte = body[at];
    if (inText) {
      if (byte === BACKSLASH) at++;
      else if (byte === QUOTE) inText = false;
    } else if (byte === QUOTE) inText = true;
    else if (byte === OPEN_ARRAY || byte === OPEN_OBJECT) {
      if (++depth > DEEPEST) throw new Problem('bad-input', 'This request is nested too deep.');
    } else if (byte === CLOSE_ARRAY || byte === CLOSE_OBJECT) depth--;
  }
}

const [QUOTE, BACKSLASH] = [0x22, 0x5c];
const [OPEN_ARRAY, CLOSE_ARRAY] = [0x5b, 0x5d];
const [OPEN_OBJECT, CLOSE_OBJECT] = [0x7b, 0x7d];

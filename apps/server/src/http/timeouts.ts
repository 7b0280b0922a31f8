import type { Server } from 'node:http';

/** Milliseconds. */
export interface Timeouts {
  /** A request's headers must be there after so long. */
  readonly headers: number;
  /** Nothing may come on a connection for so long while a request is sent, or between two. */
  readonly silence: number;
  /** The same once all has been asked: the server may have to work for its answer. */
  readonly answer: number;
}

const TIMEOUTS: Timeouts = { headers: 10_000, silence: 30_000, answer: 600_000 };

/** Ends connections on which nothing happens, so that slow and silent ones don't keep out others. */
export function limitTimeouts(
  server: Server,
  { headers, silence, answer }: Timeouts = TIMEOUTS,
): void {
  server.headersTimeout = headers;
  // Files may take long to send, as long as they do come.
  server.requestTimeout = 0;
  server.setTimeout(silence);
  server.on('request', (request, response) => {
    request.on('end', () => request.socket.setTimeout(answer));
    response.on('finish', () => request.socket.setTimeout(silence));
  });
}

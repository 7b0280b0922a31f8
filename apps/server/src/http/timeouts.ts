import type { Server } from 'node:http';

/** A request's headers must be there after so long, milliseconds. */
const HEADERS_MS = 10_000;
/** Nothing may come on a connection for so long while a request is sent, or between two, milliseconds. */
const SILENCE_MS = 30_000;
/** The same once all has been asked: the server may have to work for its answer. */
const ANSWER_MS = 600_000;

/** Ends connections on which nothing happens, so that slow and silent ones don't keep out others. */
export function limitTimeouts(server: Server): void {
  server.headersTimeout = HEADERS_MS;
  // Files may take long to send, as long as they do come.
  server.requestTimeout = 0;
  server.setTimeout(SILENCE_MS);
  server.on('request', (request, response) => {
    request.on('end', () => request.socket.setTimeout(ANSWER_MS));
    response.on('finish', () => request.socket.setTimeout(SILENCE_MS));
  });
}

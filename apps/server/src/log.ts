import pino from 'pino';

/** What happens in the server and its workers, one JSON object a line. */
export const log = pino({ level: process.env['CRUVO_LOG'] ?? 'warn' }, pino.destination(2));

import { createHash, randomUUID } from 'node:crypto';
import type { Request, RequestHandler, Response } from 'express';
import { string } from 'yup';
import { Problem } from '@cruvo/core/problem';
import { OWNER, type Database } from '../database/connect';

const keySchema = string()
  .required()
  .min(1)
  .max(200)
  .matches(/^[\x21-\x7e]+$/);

/** The space of names from which ids are made. */
const NAMESPACE = Buffer.from('5a17ba45000040008000000000000099', 'hex');

/** A request without an answer is taken to be lost after so long, seconds. */
const LOST_AFTER = 30;

/**
 * Answers a POST that is sent again with the same Idempotency-Key as it was answered the first time
 * (draft-ietf-httpapi-idempotency-key-header). Failures of the server are not kept: these are tried again.
 */
export function idempotent(database: Database): RequestHandler {
  return async (request, response, next) => {
    const header = request.header('Idempotency-Key');
    if (request.method !== 'POST' || header === undefined) return next();
    const key = digestOf(OWNER, request.path, keySchema.validateSync(header));
    const digest = digestOf(JSON.stringify(request.body ?? null));
    const before = await begin(database, key, digest);
    if (before === null) {
      keepAnswer(database, key, response);
      return next();
    }
    if (before.digest !== digest) {
      throw new Problem('conflict', 'This Idempotency-Key was used for another request already.');
    }
    if (before.status === null) {
      throw new Problem('busy', 'The same request is still being answered. Try again in a moment.');
    }
    response.status(before.status).json(before.answer);
  };
}

/** The id of what a request makes: always the same for the same Idempotency-Key, else a new one. */
export function newIdOf(request: Request): string {
  const header = request.header('Idempotency-Key');
  if (header === undefined) return randomUUID();
  // A name-based UUID (RFC 9562, version 5).
  const name = `${OWNER} ${request.path} ${header}`;
  const hex = createHash('sha1').update(NAMESPACE).update(name).digest('hex');
  const variant = '89ab'[parseInt(hex[16]!, 16) & 3];
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-${variant}${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

interface Answered {
  readonly digest: string;
  readonly status: number | null;
  readonly answer: unknown;
}

/** @returns what is known of the request; null where it is new, or was lost, and is now this one's to answer */
async function begin(database: Database, key: string, digest: string): Promise<Answered | null> {
  const lost = `requests.status is null and requests.created_at < now() - interval '${LOST_AFTER} seconds'`;
  const begun = await database('requests')
    .insert({ key, digest })
    .onConflict('key')
    .merge({ created_at: database.fn.now() })
    .whereRaw(lost)
    .returning('key');
  if (begun.length > 0) return null;
  const row = await database('requests').where({ key }).first<Answered | undefined>();
  return row ?? null;
}

/** Keeps what is answered, as soon as it is known and before it is sent. */
function keepAnswer(database: Database, key: string, response: Response): void {
  const send = response.json.bind(response);
  let isAnswered = false;
  response.json = (answer: unknown) => {
    isAnswered = true;
    const { statusCode: status } = response;
    void database('requests')
      .where({ key })
      .update({ status, answer: JSON.stringify(answer ?? null) })
      .catch(() => undefined)
      .then(() => send(answer));
    return response;
  };
  // Problems are answered another way, and are not kept: whoever tries again at once is heard anew.
  const forget = async () => {
    if (isAnswered) return;
    await database('requests')
      .where({ key, status: null })
      .delete()
      .catch(() => undefined);
  };
  const end = response.end.bind(response) as (...args: unknown[]) => Response;
  response.end = (...args: unknown[]) => {
    void forget().then(() => end(...args));
    return response;
  };
  response.on('close', () => void forget());
}

function digestOf(...parts: readonly string[]): string {
  const digest = createHash('sha256');
  for (const part of parts) digest.update(`${part.length}:${part}`);
  return digest.digest('hex');
}

import type { ErrorRequestHandler, RequestHandler } from 'express';
import { ValidationError } from 'yup';
import { Problem, type ProblemCode, sentenceOf } from '@cruvo/core/problem';
import { diskFull } from '@cruvo/media/tools';
import { isDatabaseAway, isDatabaseFull } from '../database/errors';
import { log } from '../log';

const STATUS: Record<ProblemCode, number> = {
  'bad-input': 422,
  'script-mismatch': 422,
  'too-large': 413,
  'not-found': 404,
  conflict: 409,
  cancelled: 499,
  'no-space': 507,
  busy: 503,
  unavailable: 503,
};

export const DATABASE_AWAY = 'The studio can’t reach its database just now.';

/** Answers with a problem document (RFC 9457). */
export const answerProblems: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) return next(error);
  // Whoever still sends a body can only hear an answer when that has been taken.
  request.resume();
  const { status, code, detail } = describe(error);
  if (code === 'busy') response.setHeader('Retry-After', '2');
  // A busy server is well.
  if (status >= 500 && code !== 'busy')
    log.error({ reason: sentenceOf(error), path: request.path }, detail);
  response
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', status, code, title: code, detail }));
};

export const notFound: RequestHandler = () => {
  throw new Problem('not-found', 'There is nothing at this address.');
};

function describe(error: unknown): { status: number; code: ProblemCode; detail: string } {
  if (error instanceof Problem) {
    return { status: STATUS[error.code], code: error.code, detail: error.message };
  }
  if (error instanceof ValidationError) {
    return {
      status: 422,
      code: 'bad-input',
      detail: `This request can’t be used: ${error.message}.`,
    };
  }
  if (isDatabaseFull(error)) return { status: 507, code: 'no-space', detail: diskFull().message };
  if (isDatabaseAway(error)) return { status: 503, code: 'unavailable', detail: DATABASE_AWAY };
  if (isCutOff(error))
    return { status: 499, code: 'cancelled', detail: 'The request was cut off.' };
  const status = (error as { status?: number } | null)?.status;
  if (status === 413)
    return { status, code: 'too-large', detail: 'This is too much to take in at once.' };
  if (status !== undefined && status >= 400 && status < 500) {
    return { status, code: 'bad-input', detail: 'This request can’t be read.' };
  }
  return {
    status: 500,
    code: 'unavailable',
    detail: 'Something went wrong in the studio’s server. Try again.',
  };
}

/** Whether the one who asked hung up in the middle of the request. */
function isCutOff(error: unknown): boolean {
  const { code, type } = (error ?? {}) as { code?: string; type?: string };
  return code === 'ERR_STREAM_PREMATURE_CLOSE' || type === 'request.aborted';
}

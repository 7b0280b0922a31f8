import type { Request } from 'express';
import { string } from 'yup';
import { Problem } from '@cruvo/core/problem';

/** A document or film id from an address. */
export function idFrom(parameter: unknown): string {
  if (!string().required().uuid().isValidSync(parameter)) {
    throw new Problem('not-found', 'There is nothing of this name.');
  }
  return parameter as string;
}

/** A content hash from an address. */
export function hashFrom(parameter: unknown): string {
  if (typeof parameter !== 'string' || !/^[0-9a-f]{64}$/.test(parameter)) {
    throw new Problem('not-found', 'There is nothing of this name.');
  }
  return parameter;
}

/** The name of a file that is sent as a body: percent-encoded in X-File-Name. */
export function fileNameFrom(request: Request): string {
  const name = decoded(request.header('X-File-Name') ?? '');
  return string().trim().required('say the file’s name in X-File-Name').max(300).validateSync(name);
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    throw new Problem(
      'bad-input',
      'The file’s name in X-File-Name is not percent-encoded as it should be.',
    );
  }
}

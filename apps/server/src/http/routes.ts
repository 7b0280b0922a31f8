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

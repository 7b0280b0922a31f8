import { Problem } from '../problem';

/** No document that people make is nested so deep. */
const DEEPEST = 64;

/**
 * Checks what every document must keep to so that a database can hold it: numbers that JSON has, text that is Unicode
 * (RFC 8259, 8.2) and without the NUL that PostgreSQL has no place for, and not too deep.
 *
 * @param what it is called in messages
 * @throws Problem
 */
export function checkStorable(value: unknown, what: string): void {
  check(value, what, 0);
}

function check(value: unknown, what: string, depth: number): void {
  if (depth > DEEPEST) {
    throw new Problem('bad-input', `This ${what} can’t be used: it is nested too deep.`);
  }
  if (typeof value === 'number' && !Number.isFinite(value)) {
    throw new Problem(
      'bad-input',
      `This ${what} can’t be used: a number in it is not finite or too large.`,
    );
  }
  if (typeof value === 'string') checkText(value, what);
  if (typeof value !== 'object' || value === null) return;
  for (const [key, inside] of Object.entries(value)) {
    checkText(key, what);
    check(inside, what, depth + 1);
  }
}

/** @throws Problem for text that can't be stored */
export function checkText(text: string, what: string): void {
  if (isStorableText(text)) return;
  throw new Problem(
    'bad-input',
    `This ${what} can’t be used: a text in it holds a character that can’t be stored.`,
  );
}

/** Whether text has no NUL and no half of a surrogate pair. */
export function isStorableText(text: string): boolean {
  return !/\0|\p{Surrogate}/u.test(text);
}

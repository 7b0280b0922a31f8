import { number } from 'yup';

/**
 * A time or a length of time as a whole number of flicks. A flick is 1/705,600,000 s: a unit published for film
 * and sound work in which every frame rate that Cruvo offers, and samples at 44.1 and 48 kHz, last a whole number.
 */
export type Flicks = number;

export const FLICKS_PER_SECOND = 705_600_000;

/** The nearest whole number of flicks to a time in seconds. */
export function toFlicks(seconds: number): Flicks {
  return Math.round(seconds * FLICKS_PER_SECOND);
}

/** A time in seconds. */
export function toSeconds(flicks: Flicks): number {
  return flicks / FLICKS_PER_SECOND;
}

/** Checks a time, or a length of time, that comes from outside: whole flicks, 0 or more. */
export function flicksSchema() {
  return number().required().integer('${path} must be a whole number of flicks').min(0);
}

/** More than this is no lateness: the clock of a device stood still, or tells something else. Seconds. */
const MOST = 0.25;

/**
 * How long ago something was done that is heard of only now, seconds: it is recorded where it was done.
 *
 * @param timeStamp when it was done, by the clock of the page, milliseconds
 */
export function lateBy(timeStamp: number): number {
  const late = (performance.now() - timeStamp) / 1000;
  return late > 0 && late <= MOST ? late : 0;
}

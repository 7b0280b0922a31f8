import { revisionsToForget, type Revision } from './revisions';

const NOW = new Date('2026-01-31T12:00:00Z');
const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;

/** Revisions that are saved so many milliseconds apart, the newest now. */
const every = (milliseconds: number, count: number): Revision[] =>
  Array.from({ length: count }, (_, at) => ({
    revision: count - at,
    savedAt: new Date(NOW.getTime() - at * milliseconds),
  }));

const kept = (revisions: Revision[]) => {
  const gone = new Set(revisionsToForget(revisions, NOW));
  return revisions.filter(({ revision }) => !gone.has(revision));
};

describe('revisionsToForget', () => {
  it('keeps all of the newest, however close they are', () => {
    expect(revisionsToForget(every(1000, 50), NOW)).toEqual([]);
    expect(kept(every(1, 300)).map(({ revision }) => revision)).toEqual(
      expect.arrayContaining(Array.from({ length: 50 }, (_, at) => 300 - at)),
    );
  });
  it('keeps one a minute of the last hour', () => {
    const left = kept(every(10_000, 300));
    expect(left.length).toBeGreaterThanOrEqual(50 + 40);
    expect(left.length).toBeLessThan(50 + 45);
  });
  it('keeps a day for a month, and a week for ever', () => {
    const left = kept(every(6 * 60 * MINUTE, 4 * 400));
    const ages = left.slice(50).map(({ savedAt }) => (NOW.getTime() - savedAt.getTime()) / DAY);
    const gaps = ages.slice(1).map((age, at) => age - ages[at]!);
    expect(Math.max(...gaps)).toBeLessThanOrEqual(7.25);
    expect(ages.filter((age) => age < 30).length).toBeGreaterThan(15);
    expect(ages.filter((age) => age >= 31).length).toBeLessThan(60);
    expect(ages.at(-1)).toBeGreaterThan(390);
  });
  it('thins out the same whenever it is done', () => {
    const once = kept(every(60 * MINUTE, 2000));
    const left = kept(once);
    expect(left).toEqual(once);
  });
  it('has nothing to forget of nothing', () => {
    expect(revisionsToForget([], NOW)).toEqual([]);
  });
});

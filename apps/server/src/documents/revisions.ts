/** A version of a document that can be brought back. */
export interface Revision {
  readonly revision: number;
  readonly savedAt: Date;
}

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** The newest ones stay, however close they are: windows that are open were opened with them. */
const NEWEST = 50;
/** Of older ones, up to an age, one stays in each such time. */
const THINNED = [
  { upTo: HOUR, every: MINUTE },
  { upTo: DAY, every: 15 * MINUTE },
  { upTo: 30 * DAY, every: DAY },
  { upTo: Infinity, every: 7 * DAY },
] as const;

/** The revisions that need not be kept any more: they thin out with age, and the last of each time stays. */
export function revisionsToForget(revisions: readonly Revision[], now: Date): number[] {
  const newestFirst = [...revisions].sort((a, b) => b.revision - a.revision);
  const seen = new Set<string>();
  return newestFirst.slice(NEWEST).flatMap(({ revision, savedAt }) => {
    const age = now.getTime() - savedAt.getTime();
    const { every } = THINNED.find(({ upTo }) => age < upTo)!;
    const time = `${every} ${Math.floor(savedAt.getTime() / every)}`;
    if (seen.has(time)) return [revision];
    seen.add(time);
    return [];
  });
}

const FORMAT = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** A moment (ISO 8601) as people here write it. */
export function when(moment: string): string {
  return FORMAT.format(new Date(moment));
}

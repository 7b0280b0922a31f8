const TO_THE_MINUTE = new Intl.DateTimeFormat(undefined, {
  dateStyle: 'medium',
  timeStyle: 'short',
});
const TO_THE_SECOND = new Intl.DateTimeFormat(undefined, {
  dateStyle: 'medium',
  timeStyle: 'medium',
});

/** A moment (ISO 8601) as people here write it, to the minute. */
export function when(moment: string): string {
  return TO_THE_MINUTE.format(new Date(moment));
}

/** The same to the second, where several things happen in one minute. */
export function whenExactly(moment: string): string {
  return TO_THE_SECOND.format(new Date(moment));
}

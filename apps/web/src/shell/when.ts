const TO_THE_MINUTE = new Intl.DateTimeFormat(undefined, {
  dateStyle: 'medium',
  timeStyle: 'short',
});
const THIS_YEAR = new Intl.DateTimeFormat(undefined, {
  ...{ month: 'short', day: 'numeric', hour: 'numeric', minute: 'numeric' },
});
const TO_THE_SECOND = new Intl.DateTimeFormat(undefined, {
  dateStyle: 'medium',
  timeStyle: 'medium',
});

/** A moment (ISO 8601) as people here write it, to the minute; the year only where it is another one. */
export function when(moment: string): string {
  const date = new Date(moment);
  const isThisYear = date.getFullYear() === new Date().getFullYear();
  return (isThisYear ? THIS_YEAR : TO_THE_MINUTE).format(date);
}

/** The same to the second, where several things happen in one minute. */
export function whenExactly(moment: string): string {
  return TO_THE_SECOND.format(new Date(moment));
}

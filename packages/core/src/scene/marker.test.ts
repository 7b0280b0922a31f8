import { markersOf, MOST_MARKERS, withMarker, withoutMarker } from './marker';

it('markers come in the order of their times, each with a name of its own', () => {
  const two = withMarker(withMarker({}, 'late', 90), 'early', 10);
  expect(markersOf({ markers: two }).map(({ id, name }) => [id, name])).toEqual([
    ['early', 'Marker 2'],
    ['late', 'Marker 1'],
  ]);
  const three = withMarker(withoutMarker(two, 'late'), 'third', 50);
  expect(markersOf({ markers: three }).map(({ name }) => name)).toEqual(['Marker 2', 'Marker 3']);
});

it('a full table of markers takes no more', () => {
  const full = Object.fromEntries(
    Array.from({ length: MOST_MARKERS }, (_, at) => {
      return [`${at}`, { id: `${at}`, name: `${at}`, start: at, length: 0 }];
    }),
  );
  expect(withMarker(full, 'more', 5)).toBe(full);
  expect(Object.keys(withMarker(withoutMarker(full, '7'), 'more', 5))).toHaveLength(MOST_MARKERS);
});

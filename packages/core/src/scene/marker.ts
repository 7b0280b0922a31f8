import { object, string, type Schema } from 'yup';
import type { Records } from '../records';
import { flicksSchema, type Flicks } from '../time';

/** A named moment or stretch of a scene. */
export interface Marker {
  readonly id: string;
  readonly name: string;
  readonly start: Flicks;
  /** 0 for a moment. */
  readonly length: Flicks;
}

export const MOST_MARKERS = 10_000;

export const markerSchema: Schema<Marker> = object({
  id: string().required(),
  name: string().defined().max(200),
  start: flicksSchema(),
  length: flicksSchema(),
});

const sorted = new WeakMap<object, readonly Marker[]>();

/** All markers, the earlier ones first; the same table gives the same list. */
export function markersOf({ markers }: { readonly markers: Records<Marker> }): readonly Marker[] {
  const known = sorted.get(markers);
  if (known) return known;
  const list = Object.values(markers).sort((a, b) => a.start - b.start);
  sorted.set(markers, list);
  return list;
}

/** A table of markers with one more, named after how many there are; a full one stays as it is. */
export function withMarker(markers: Records<Marker>, id: string, start: Flicks): Records<Marker> {
  const all = Object.values(markers);
  if (all.length >= MOST_MARKERS) return markers;
  const names = new Set(all.map(({ name }) => name));
  let number = names.size + 1;
  while (names.has(`Marker ${number}`)) number++;
  return { ...markers, [id]: { id, name: `Marker ${number}`, start, length: 0 } };
}

/** A table of markers without one. */
export function withoutMarker(markers: Records<Marker>, id: string): Records<Marker> {
  return Object.fromEntries(Object.entries(markers).filter(([key]) => key !== id));
}

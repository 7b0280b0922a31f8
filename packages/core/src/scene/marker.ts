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

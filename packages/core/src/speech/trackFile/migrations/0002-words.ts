import type { TrackBody } from './trackBody';

/** Tracks have words, what departs from the script, a spectrum, and what may spoil the hearing. */
export function words(track: TrackBody): TrackBody {
  return { ...track, words: [], departures: null, spectrum: null, quality: null };
}

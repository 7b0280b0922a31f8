import type { TrackBody } from './trackBody';

/** Tracks have a pitch. */
export function pitch(track: TrackBody): TrackBody {
  return { ...track, pitch: null };
}

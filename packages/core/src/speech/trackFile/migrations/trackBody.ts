/** A track as it was stored in JSON, of a version that is only known by its number. */
export type TrackBody = Readonly<Record<string, unknown>>;

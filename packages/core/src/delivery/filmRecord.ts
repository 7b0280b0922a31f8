import type { FilmSettings } from './filmSettings';

/** How far a film that was asked for has come. */
export type FilmStatus = 'waiting' | 'rendering' | 'done' | 'failed' | 'cancelled';

/** A file that is handed over. */
export interface FilmFile {
  readonly name: string;
  /** Content type. */
  readonly type: string;
  /** Content hash. */
  readonly hash: string;
  /** Bytes. */
  readonly size: number;
}

/** A film that was asked for. `Moment` is how times are written: a Date in the server, ISO 8601 in its answers. */
export interface FilmRecord<Moment> {
  readonly id: string;
  /** Ids of the production and the scene. */
  readonly production: string;
  readonly scene: string;
  readonly name: string;
  readonly settings: FilmSettings;
  readonly status: FilmStatus;
  /** 0 to 1. */
  readonly progress: number;
  /** Whether it is left alone just now. */
  readonly paused: boolean;
  /** How long it will still take, about, seconds; null where that is not known. */
  readonly secondsLeft: number | null;
  /** Why it failed, in one sentence. */
  readonly problem: string | null;
  /** What came of it, the film itself first; empty until it is done. */
  readonly files: readonly FilmFile[];
  /** What there is to know of what came of it, a sentence each. */
  readonly notes: readonly string[];
  readonly createdAt: Moment;
  readonly finishedAt: Moment | null;
}

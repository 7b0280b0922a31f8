import type { RenderedFile, FilmJob } from '../filmJob';
import type { Mix } from '../soundMix';

/** What a way out is made of, and where to. */
export interface OutletJob extends FilmJob {
  /** Where the main file is written; it gets its name when all is done. */
  readonly partial: string;
  /** A folder for what is needed on the way. */
  readonly folder: string;
  /** The name of what is delivered, without an ending. */
  readonly stem: string;
  /** The mix of the stretch; null where nothing is heard. */
  readonly sound: (() => Mix) | null;
  /** Of the stretch, seconds. */
  readonly length: number;
}

/** What came of it beside the main file. */
export interface Outcome {
  readonly notes?: readonly string[];
  readonly files?: readonly RenderedFile[];
}

/** Makes one kind of thing of a scene. @throws Problem when cancelled, when the disk is full, or when encoding fails */
export type Outlet = (job: OutletJob) => Promise<Outcome>;

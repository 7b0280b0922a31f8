import type { FilmSettings } from '@cruvo/core/delivery';
import type { Frame } from '@cruvo/core/frame';
import type { Player, Program } from '@cruvo/core/program';
import type { NodeImages } from '../images';
import type { FilmSound } from './soundMix';

export interface FilmJob {
  readonly program: Program;
  readonly images: NodeImages;
  readonly sounds: readonly FilmSound[];
  readonly settings: FilmSettings;
  /** Where what is finished goes. Until then nothing is there. */
  readonly output: string;
  readonly onProgress?: (framesDone: number, framesInAll: number) => void;
  /** Is given each frame as it is painted. */
  readonly onFrame?: (frame: Frame) => void;
  /** One that has played what comes before, so that it need not be played again. */
  readonly player?: Player | undefined;
  readonly signal?: AbortSignal | undefined;
}

export interface RenderedFile {
  readonly path: string;
  /** Content type. */
  readonly type: string;
}

export interface RenderedFilm {
  /** The film itself first, then what lies beside it. */
  readonly files: readonly RenderedFile[];
  /** What there is to know of it, a sentence each. */
  readonly notes: readonly string[];
}

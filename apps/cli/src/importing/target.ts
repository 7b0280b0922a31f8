import type { CarriedDocument } from '@cruvo/core/document';
import type { Opener } from '../material/opener';

/** A production into which things are brought. */
export interface ImportTarget {
  readonly opener: Opener;
  /** Where files of working voices lie, to be heard. */
  pathOfVoice(working: string): Promise<string>;
  /** All documents that are in it by now. */
  documents(): Promise<readonly CarriedDocument[]>;
  /** Adds a document, or puts it in the place of the one with its id. */
  put(document: CarriedDocument): Promise<void>;
  /** Called when all is in. @returns where it was written */
  finish(signal: AbortSignal): Promise<readonly string[]>;
  close(): void;
}

import type { Readable } from 'node:stream';

/** What documents refer to by hash, wherever it is kept. */
export interface KeptContent {
  /** @throws Problem where a picture or sound is not there */
  media(hash: string): Promise<Readable>;
  /** What was heard in a voice, or performed. @throws Problem where it is not there */
  track(hash: string): Promise<Buffer>;
}

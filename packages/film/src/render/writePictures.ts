import { setImmediate } from 'node:timers/promises';
import { cancelled } from '@cruvo/core/problem';
import type { Pictures } from './filmPictures';

/** Takes pictures that look otherwise than the one before. */
export interface PictureSink {
  /** @param index of the first frame in which it is seen; its bytes may change once this has resolved */
  write(picture: Uint8Array, index: number): Promise<void>;
}

export interface Watching {
  readonly onProgress?: ((framesDone: number, framesInAll: number) => void) | undefined;
  readonly signal?: AbortSignal | undefined;
}

/**
 * Paints pictures and hands over those that differ from the one before.
 *
 * @param sink is given the last one again at the end, which tells for how long it is held
 */
export async function writePictures(
  pictures: Pictures,
  sink: PictureSink,
  { onProgress, signal }: Watching,
): Promise<void> {
  const { count } = pictures;
  // Two copies in turn: one is filled while the bytes of the other are on their way.
  let [shown, spare] = [new Uint8Array(0), new Uint8Array(0)];
  let writing: Promise<void> = Promise.resolve();
  const write = async (index: number) => {
    await writing;
    writing = sink.write(shown, index);
    // Awaited before the next write; until then a failure must not count as unhandled.
    writing.catch(() => undefined);
  };
  for (let index = 0; index < count; index++) {
    do {
      if (signal?.aborted) throw cancelled();
      onProgress?.(index, count);
      // The canvas frees its memory only between turns of the event loop.
      await setImmediate();
    } while (!pictures.approach(index));
    if (pictures.show(index)) {
      const { bytes } = pictures;
      [shown, spare] = [spare, shown];
      if (shown.length !== bytes.length) shown = new Uint8Array(bytes.length);
      shown.set(bytes);
      await write(index);
    }
  }
  await write(count);
  await writing;
  onProgress?.(count, count);
}

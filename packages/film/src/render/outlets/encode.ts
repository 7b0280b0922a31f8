import { frameStart, toSeconds } from '@cruvo/core/time';
import { FilmEncoder } from '../encoder';
import type { Encoding } from '../encodings';
import type { Pictures } from '../filmPictures';
import { writePictures } from '../writePictures';
import type { OutletJob } from './outlet';

/** Encodes pictures, and the sound where the encoding has one. @param output a file, or a pattern of names */
export async function encode(
  job: OutletJob,
  pictures: Pictures,
  encoding: Encoding,
  output: string,
  onPicture?: (picture: Uint8Array, index: number) => void,
): Promise<void> {
  const { settings, signal, length, sound } = job;
  const encoder = new FilmEncoder({
    ...{ encoding, width: settings.width, height: settings.height },
    ...{ sound, length, output, signal },
  });
  const seconds = (index: number) => toSeconds(frameStart(index, settings.frameRate));
  const sink = {
    write: async (picture: Uint8Array, index: number) => {
      onPicture?.(picture, index);
      // Files of pictures need no end.
      if (index < pictures.count || !encoding.files) await encoder.write(picture, seconds(index));
    },
  };
  try {
    await writePictures(pictures, sink, job);
    await encoder.finish();
  } catch (error) {
    await encoder.abandon();
    throw error;
  }
}

import { Readable } from 'node:stream';
import type { KeptContent } from '@cruvo/media/productionFile';
import type { TrackStore } from '../tracks/store';
import type { MediaStore } from './store';

/** What documents refer to, as the database keeps it. */
export function storedContent(media: MediaStore, tracks: TrackStore): KeptContent {
  return {
    media: async (hash) => {
      const { size } = await media.info(hash);
      return Readable.from(media.read(hash, 0, size));
    },
    track: (hash) => tracks.readBytes(hash),
  };
}

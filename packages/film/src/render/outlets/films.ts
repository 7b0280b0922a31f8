import type { EncodedFormat } from '../encodings';
import { encodingOf } from '../encodings';
import { FilmPictures } from '../filmPictures';
import { encode } from './encode';
import type { Outlet } from './outlet';

/** A film in one file. */
export const film =
  (format: EncodedFormat): Outlet =>
  async (job) => {
    const encoding = encodingOf(format, job.settings);
    await encode(job, new FilmPictures(job, encoding.form), encoding, job.partial);
    return {};
  };

import { object, string } from 'yup';
import { Problem } from '@cruvo/core/problem';
import { uploadFile, type UploadOptions } from './upload';

const broughtSchema = object({
  production: object({
    id: string().required().uuid(),
    name: string().required(),
  }).required(),
});

/** Where a production can be had as one file. */
export const productionFileUrl = (id: string) => `/api/productions/${id}/file`;

/**
 * Sends a production that was carried away and waits until it is there.
 *
 * @throws Problem with the server's sentence
 */
export async function sendProduction(
  files: readonly File[],
  options: UploadOptions,
): Promise<{ readonly id: string; readonly name: string }> {
  const [file] = files;
  if (!file || files.length > 1) {
    throw new Problem('bad-input', 'Bring in one production at a time.');
  }
  const said = await uploadFile('/productions/file', file.name, file, options);
  return broughtSchema.validateSync(said, { strict: true }).production;
}

import { Readable, type Writable } from 'node:stream';
import {
  referencesOfAll,
  type CarriedDocument,
  type CarriedProduction,
} from '@cruvo/core/document';
import { isPassRecording } from '@cruvo/core/passes';
import { ZipWriter } from '../archive';
import type { KeptContent } from './content';
import {
  ENDINGS,
  MEDIA_FOLDER,
  PRODUCTION_ENTRY,
  PRODUCTION_FILE_VERSION,
  TRACKS_FOLDER,
  type Contents,
} from './format';

/** How many characters of a document's name its file is called by. */
const LONGEST_NAME = 60;

/**
 * Writes a production as one file: a zip of its documents as JSON, and of all pictures, sounds and tracks that they
 * need. The same production gives the same bytes.
 *
 * @throws Problem where something is no longer there
 */
export async function writeProductionFile(
  target: Writable,
  production: CarriedProduction,
  content: KeptContent,
  signal?: AbortSignal,
): Promise<void> {
  const zip = new ZipWriter(target);
  const places = placesOf(production);
  const contents: Contents = {
    format: 'cruvo production',
    version: PRODUCTION_FILE_VERSION,
    documents: production.map(({ id, kind }, at) => ({ id, kind, file: places[at]! })),
  };
  zip.addText(json(contents), PRODUCTION_ENTRY);
  for (const [at, { body }] of production.entries()) zip.addText(json(body), places[at]!);
  const { media, tracks } = referencesOfAll(production);
  for (const [hash, type] of media) {
    const ending = ENDINGS[type ?? ''];
    const packed = type === 'image/png';
    zip.addStream(
      () => content.media(hash),
      `${MEDIA_FOLDER}${hash}.${ending ?? 'original'}`,
      !packed,
    );
  }
  for (const hash of tracks) {
    const bytes = await content.track(hash);
    const ending = isPassRecording(bytes) ? 'take' : 'sounds';
    const open = () => Promise.resolve(Readable.from([bytes]));
    zip.addStream(open, `${TRACKS_FOLDER}${hash}.${ending}.safetensors`, true);
  }
  await zip.finish(signal);
}

const json = (value: unknown) => `${JSON.stringify(value, null, 1)}\n`;

/** Where each document lies, by its kind and name, for people who look into the archive. */
function placesOf(documents: readonly CarriedDocument[]): readonly string[] {
  const taken = new Set<string>();
  return documents.map(({ kind, body }) => {
    const plain = body.name.replace(/[^\p{L}\p{N} ]+/gu, ' ').replace(/\s+/g, ' ');
    const name = [...plain].slice(0, LONGEST_NAME).join('').trim() || kind;
    let file = `${kind}s/${name}.json`;
    // Some systems take capital and small letters for the same.
    for (let number = 2; taken.has(file.toLowerCase()); number++) {
      file = `${kind}s/${name} ${number}.json`;
    }
    taken.add(file.toLowerCase());
    return file;
  });
}

import { array, number, object, string, type InferType } from 'yup';
import { DOCUMENT_KINDS, type DocumentKind } from '@cruvo/core/document';

/** The version of production files that is written; older ones are read as well. */
export const PRODUCTION_FILE_VERSION = 1;

/** The file in the archive that says what is in it. */
export const PRODUCTION_ENTRY = 'production.json';

/** Where pictures and sounds lie, each under its hash with any ending. */
export const MEDIA_FOLDER = 'media/';
/** Where lies what was heard in voices and what was performed, each under its hash. */
export const TRACKS_FOLDER = 'tracks/';

/** What stands around the documents, which are checked as all others are. */
export const contentsSchema = object({
  format: string().required().oneOf(['cruvo production']),
  version: number().required().integer().min(1),
  documents: array(
    object({
      id: string().required().uuid(),
      kind: string<DocumentKind>().required().oneOf(DOCUMENT_KINDS),
      /** Where in the archive it lies. */
      file: string().required().max(300),
    }),
  )
    .required()
    .min(1)
    .max(5000),
});

export type Contents = InferType<typeof contentsSchema>;

/** The endings of types; of others it is not said what they are. */
export const ENDINGS: Readonly<Record<string, string>> = {
  'image/png': 'png',
  'image/svg+xml': 'svg',
  'audio/wav': 'wav',
};

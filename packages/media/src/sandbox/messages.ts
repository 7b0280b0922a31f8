import { array, boolean, lazy, number, object, string, type InferType, type Schema } from 'yup';
import {
  artworkSchema,
  hashSchema,
  pictureSchema,
  type Artwork,
  type Character,
  type Picture,
} from '@cruvo/core/character';
import {
  asProduction,
  DOCUMENT_KINDS,
  readDocument,
  type CarriedProduction,
  type DocumentKind,
} from '@cruvo/core/document';
import { PROBLEM_CODES, type ProblemCode } from '@cruvo/core/problem';
import { voiceSchema, type Voice } from '@cruvo/core/scene';

/** What comes of opening each kind of file. */
export interface Opened {
  voice: Voice;
  picture: Picture;
  /** Artwork to make a character of, or a character that was saved as a file. */
  artwork: { readonly artwork: Artwork } | { readonly character: Character };
  /** A production that was carried away. */
  production: { readonly documents: CarriedProduction };
}

export type OpenedKind = keyof Opened;

const OPENED_KINDS: readonly OpenedKind[] = ['voice', 'picture', 'artwork', 'production'];

/** A file to open, and where what comes of it goes. */
export interface SandboxTask {
  readonly kind: OpenedKind;
  readonly path: string;
  /** What the file is called in messages. */
  readonly name: string;
  /** An empty folder. */
  readonly folder: string;
}

export const taskSchema: Schema<SandboxTask> = object({
  kind: string<OpenedKind>().required().oneOf(OPENED_KINDS),
  path: string().required(),
  name: string().required(),
  folder: string().required(),
});

/** The type of what was heard in a voice, or performed. */
export const TRACK = 'application/vnd.cruvo.track';

/** The file itself, among what is to be stored. */
export const SOURCE = 'source';

const keptFileSchema = object({
  /** Its name in the task's folder, a number: nothing that a file says becomes a path. Or SOURCE. */
  file: string()
    .required()
    .matches(/^(source|\d{1,6})$/),
  type: string()
    .required()
    .oneOf(['image/png', 'image/svg+xml', 'audio/wav', 'application/octet-stream', TRACK]),
  hash: hashSchema(),
});

/** A file that came of a task, to be stored under its hash. */
export type KeptFile = InferType<typeof keptFileSchema>;

const readySchema = object({ ready: boolean().required().isTrue() }).noUnknown();
const progressSchema = object({ progress: number().required().min(0).max(1) }).noUnknown();
const problemSchema = object({
  problem: object({
    code: string<ProblemCode>().required().oneOf(PROBLEM_CODES),
    detail: string().required(),
  }).required(),
}).noUnknown();
const doneSchema = object({
  opened: object().required(),
  kept: array(keptFileSchema).required(),
}).noUnknown();

/** What a sandbox says: that it is loaded, how far it is, then what came of the file or why nothing did. */
export type SandboxReport =
  | InferType<typeof readySchema>
  | InferType<typeof progressSchema>
  | InferType<typeof problemSchema>
  | InferType<typeof doneSchema>;

export const reportSchema = lazy((value: object): Schema => {
  if ('ready' in value) return readySchema;
  if ('progress' in value) return progressSchema;
  return 'problem' in value ? problemSchema : doneSchema;
}) as unknown as Schema<SandboxReport>;

const carriedSchema = object({
  documents: array(
    object({
      id: string().required().uuid(),
      kind: string<DocumentKind>().required().oneOf(DOCUMENT_KINDS),
      body: object().required(),
    }),
  ).required(),
});

/** Checks what came of a file. @throws ValidationError, or Problem for documents */
export function checkOpened<Kind extends OpenedKind>(kind: Kind, opened: unknown): Opened[Kind] {
  const strict = { strict: true };
  if (kind === 'voice') return voiceSchema.validateSync(opened, strict) as Opened[Kind];
  if (kind === 'picture') return pictureSchema.validateSync(opened, strict) as Opened[Kind];
  if (kind === 'production') {
    const { documents } = carriedSchema.validateSync(opened, strict);
    const read = documents.map(({ id, kind: own, body }) => {
      return { id, kind: own, body: readDocument(own, body) };
    });
    return { documents: asProduction(read) } as Opened[Kind];
  }
  const { artwork, character } = opened as { artwork?: unknown; character?: unknown };
  return (
    character === undefined
      ? { artwork: artworkSchema.validateSync(artwork, strict) }
      : { character: readDocument('character', character) }
  ) as Opened[Kind];
}

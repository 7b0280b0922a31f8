import { object, string } from 'yup';
import { readDocument, type DocumentBodies, type DocumentKind } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';

type Bytes = Uint8Array<ArrayBuffer>;

/** Work on a document as a file of its own, for when neither the server nor the browser can keep it. */
export interface UnsavedFile<Kind extends DocumentKind> {
  readonly body: DocumentBodies[Kind];
  /** What was heard in voices, by id. */
  readonly tracks: ReadonlyMap<string, Bytes>;
}

const FORMAT = 'cruvo unsaved work';

const fileSchema = object({
  format: string().required().oneOf([FORMAT]),
  kind: string().required(),
  document: string().required(),
  body: object().required(),
  tracks: object().required(),
}).required();

/** JSON, the tracks in base 64. */
export function unsavedFile<Kind extends DocumentKind>(
  kind: Kind,
  id: string,
  { body, tracks }: UnsavedFile<Kind>,
): Blob {
  const texts = [...tracks].map(([track, bytes]) => [track, toBase64(bytes)] as const);
  const said = { format: FORMAT, kind, document: id, body, tracks: Object.fromEntries(texts) };
  return new Blob([JSON.stringify(said)], { type: 'application/json' });
}

/** @throws Problem where it is another file, or work on something else */
export function readUnsavedFile<Kind extends DocumentKind>(
  kind: Kind,
  id: string,
  text: string,
): UnsavedFile<Kind> {
  const said = parsed(text);
  if (said === null) {
    throw new Problem(
      'bad-input',
      'This is not a file of unsaved work. Choose the one that was downloaded.',
    );
  }
  if (said.kind !== kind || said.document !== id) {
    throw new Problem('bad-input', `This file holds work on another ${kind}. Open that one first.`);
  }
  const tracks = Object.entries(said.tracks as Record<string, unknown>).map(
    ([track, bytes]) => [track, fromBase64(String(bytes))] as const,
  );
  return { body: readDocument(kind, said.body), tracks: new Map(tracks) };
}

function parsed(text: string) {
  try {
    return fileSchema.validateSync(JSON.parse(text), { strict: true });
  } catch {
    return null;
  }
}

function toBase64(bytes: Bytes): string {
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}

function fromBase64(text: string): Bytes {
  try {
    return Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
  } catch {
    throw new Problem('bad-input', 'This file of unsaved work is damaged.');
  }
}

import {
  differences,
  readDocument,
  type DocumentBodies,
  type DocumentKind,
  type Patches,
} from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import { getJson, problemFrom, request, sendJson, SERVER_AWAY, type ProblemDocument } from './http';

export interface Document<Kind extends DocumentKind> {
  readonly id: string;
  readonly kind: Kind;
  readonly production: string;
  readonly revision: number;
  readonly body: DocumentBodies[Kind];
}

/** What lists show of a document; the time as ISO 8601. */
export interface ListedDocument {
  readonly id: string;
  readonly name: string;
  readonly savedAt: string;
}

export interface ProductionSummary extends ListedDocument {
  readonly scenes: readonly ListedDocument[];
  readonly characters: readonly ListedDocument[];
}

/** Something that was deleted, and can still be brought back. */
export interface DeletedDocument {
  readonly id: string;
  readonly kind: DocumentKind;
  readonly production: string;
  readonly name: string;
  readonly deletedAt: string;
}

export interface Revision {
  readonly revision: number;
  readonly savedAt: string;
}

/** What came of a save: done, with the document where others have changed it too; or someone else changed the same first. */
export type SaveOutcome<Kind extends DocumentKind> =
  | { readonly saved: true; readonly revision: number; readonly merged: Document<Kind> | null }
  | { readonly saved: false; readonly current: Document<Kind> };

export const listProductions = () => getJson<ProductionSummary[]>('/productions');

/** Deletes a document; a production takes all that is in it along. It can be brought back for a while. */
export const deleteDocument = (id: string) => request(`/documents/${id}`, { method: 'DELETE' });

export const listDeleted = () => getJson<DeletedDocument[]>('/deleted');

export const bringBack = (id: string) => order('POST', `/deleted/${id}/back`, {});

/** Gives the documents of a production an order among each other. */
export const arrange = (production: string, ids: readonly string[]) =>
  order('PUT', `/productions/${production}/order`, { ids });

/** Sends something that is answered by its being done. */
const order = (method: 'POST' | 'PUT', path: string, body: object) =>
  request(path, {
    method,
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });

export async function readDocumentById<Kind extends DocumentKind>(
  kind: Kind,
  id: string,
): Promise<Document<Kind>> {
  return checked(kind, await getJson<Document<Kind>>(`/documents/${id}`));
}

/** Requests that outlive their page may have so many bytes together (Fetch, 4.6), less some for others. */
const KEPT_ALIVE = 40_000;

/** Saves changes that were made from a revision. @param window which one saves @throws Problem */
export async function patchDocument<Kind extends DocumentKind>(
  kind: Kind,
  id: string,
  revision: number,
  patches: Patches,
  window: string,
): Promise<SaveOutcome<Kind>> {
  const body = JSON.stringify({ patches });
  const response = await fetch(`/api/documents/${id}`, {
    method: 'PATCH',
    headers: {
      'Content-Type': 'application/json',
      'If-Match': `"${revision}"`,
      'X-Window': window,
      // What nobody else has changed is known here: reading and checking all of it would hold the page up at each save.
      Prefer: 'return=minimal',
    },
    body,
    // Goes out even if the page is closed meanwhile, as long as browsers allow that.
    keepalive: body.length < KEPT_ALIVE,
  }).catch(() => null);
  if (!response) throw new Problem('unavailable', SERVER_AWAY);
  if (response.status === 204) {
    return { saved: true, revision: revisionOf(response), merged: null };
  }
  if (response.ok) {
    const merged = checked(kind, (await response.json()) as Document<Kind>);
    return { saved: true, revision: merged.revision, merged };
  }
  const problem = (await response.json().catch(() => null)) as
    (ProblemDocument & { current?: Document<Kind> }) | null;
  if (response.status === 409 && problem?.current) {
    return { saved: false, current: checked(kind, problem.current) };
  }
  throw problemFrom(response.status, problem ?? {});
}

/** The revision that an answer tells in its ETag. @throws Problem */
function revisionOf({ headers }: Response): number {
  const revision = Number(/^"(\d{1,9})"$/.exec(headers.get('ETag') ?? '')?.[1] ?? NaN);
  if (Number.isNaN(revision)) throw new Problem('unavailable', SERVER_AWAY);
  return revision;
}

/** Changes a document that isn't open here. @throws Problem, also where another window has changed it meanwhile */
export async function changeDocument<Kind extends DocumentKind>(
  kind: Kind,
  id: string,
  change: (body: DocumentBodies[Kind]) => DocumentBodies[Kind],
): Promise<void> {
  const { revision, body } = await readDocumentById(kind, id);
  const patches = differences(body, change(body));
  const outcome = await patchDocument(kind, id, revision, patches, crypto.randomUUID());
  if (!outcome.saved) {
    throw new Problem('conflict', 'It was changed in another window just now. Try again.');
  }
}

/** Gives a document another name. @throws Problem */
export const renameDocument = (kind: DocumentKind, id: string, name: string) =>
  changeDocument(kind, id, (body) => ({ ...body, name }));

export function createProduction(
  id: string,
  documents: readonly { id: string; kind: DocumentKind; body: DocumentBodies[DocumentKind] }[],
): Promise<{ id: string }> {
  return sendJson('POST', '/productions', { id, documents });
}

export function addDocument<Kind extends DocumentKind>(
  production: string,
  document: { readonly id: string; readonly kind: Kind; readonly body: DocumentBodies[Kind] },
): Promise<{ id: string }> {
  return sendJson('POST', `/productions/${production}/documents`, document);
}

export const listRevisions = (id: string) => getJson<Revision[]>(`/documents/${id}/revisions`);

export async function readRevision<Kind extends DocumentKind>(
  kind: Kind,
  id: string,
  revision: number,
): Promise<DocumentBodies[Kind]> {
  const { body } = await getJson<{ body: unknown }>(`/documents/${id}/revisions/${revision}`);
  return readDocument(kind, body);
}

function checked<Kind extends DocumentKind>(kind: Kind, document: Document<Kind>): Document<Kind> {
  return { ...document, body: readDocument(kind, document.body) };
}

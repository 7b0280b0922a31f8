import {
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

export interface ProductionSummary {
  readonly id: string;
  readonly name: string;
  readonly savedAt: string;
  readonly scenes: readonly { readonly id: string; readonly name: string }[];
  readonly characters: readonly { readonly id: string; readonly name: string }[];
}

export interface Revision {
  readonly revision: number;
  readonly savedAt: string;
}

/** What came of a save: done, with what others have changed since; or someone else changed the same first. */
export type SaveOutcome<Kind extends DocumentKind> =
  | { readonly saved: true; readonly document: Document<Kind> }
  | { readonly saved: false; readonly current: Document<Kind> };

export const listProductions = () => getJson<ProductionSummary[]>('/productions');

export const deleteProduction = (id: string) => request(`/productions/${id}`, { method: 'DELETE' });

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
    },
    body,
    // Goes out even if the page is closed meanwhile, as long as browsers allow that.
    keepalive: body.length < KEPT_ALIVE,
  }).catch(() => null);
  if (!response) throw new Problem('unavailable', SERVER_AWAY);
  if (response.ok) {
    return { saved: true, document: checked(kind, (await response.json()) as Document<Kind>) };
  }
  const problem = (await response.json().catch(() => null)) as
    (ProblemDocument & { current?: Document<Kind> }) | null;
  if (response.status === 409 && problem?.current) {
    return { saved: false, current: checked(kind, problem.current) };
  }
  throw problemFrom(response.status, problem ?? {});
}

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

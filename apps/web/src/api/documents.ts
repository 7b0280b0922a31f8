import { type DocumentBodies, type DocumentKind, readDocument } from '@cruvo/core/document';
import { getJson, problemFrom, request, sendJson, type ProblemDocument } from './http';

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

/** What came of a save: done, or someone else was first. */
export type SaveOutcome<Kind extends DocumentKind> =
  | { readonly saved: true; readonly revision: number }
  | { readonly saved: false; readonly current: Document<Kind> };

export const listProductions = () => getJson<ProductionSummary[]>('/productions');

export const deleteProduction = (id: string) => request(`/productions/${id}`, { method: 'DELETE' });

export async function readDocumentById<Kind extends DocumentKind>(
  kind: Kind,
  id: string,
): Promise<Document<Kind>> {
  return checked(kind, await getJson<Document<Kind>>(`/documents/${id}`));
}

export async function saveDocument<Kind extends DocumentKind>(
  kind: Kind,
  id: string,
  revision: number,
  body: DocumentBodies[Kind],
): Promise<SaveOutcome<Kind>> {
  const response = await fetch(`/api/documents/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', 'If-Match': `"${revision}"` },
    body: JSON.stringify(body),
  }).catch(() => null);
  if (response?.ok) {
    return { saved: true, revision: ((await response.json()) as Document<Kind>).revision };
  }
  const problem = (await response?.json().catch(() => null)) as
    (ProblemDocument & { current?: Document<Kind> }) | null;
  if (response?.status === 409 && problem?.current) {
    return { saved: false, current: checked(kind, problem.current) };
  }
  throw problemFrom(response?.status ?? 0, problem ?? {});
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

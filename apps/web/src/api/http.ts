import { Problem, type ProblemCode } from '@cruvo/core/problem';

export const SERVER_AWAY = 'The studio’s server can’t be reached just now.';

/** What the server says of a failure (RFC 9457). */
export interface ProblemDocument {
  readonly code?: ProblemCode;
  readonly detail?: string;
}

/** Asks the studio's server; anything but success becomes a Problem with the server's own sentence. */
export async function request(path: string, init?: RequestInit): Promise<Response> {
  const response = await fetch(`/api${path}`, init).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new Problem('unavailable', SERVER_AWAY);
  });
  if (response.ok) return response;
  throw problemFrom(response.status, (await response.json().catch(() => ({}))) as ProblemDocument);
}

export function problemFrom(status: number, { code, detail }: ProblemDocument): Problem {
  return new Problem(
    code ?? 'unavailable',
    detail ?? `The studio’s server answered with ${status}.`,
  );
}

export async function getJson<Result>(path: string, signal?: AbortSignal): Promise<Result> {
  const response = await request(path, signal ? { signal } : {});
  return (await response.json()) as Result;
}

export async function sendJson<Result>(
  method: 'POST' | 'PATCH',
  path: string,
  body: unknown,
  headers: Record<string, string> = {},
): Promise<Result> {
  const response = await request(path, {
    method,
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify(body),
  });
  return (await response.json()) as Result;
}

import { Problem, type ProblemCode } from '@cruvo/core/problem';

export const SERVER_AWAY = 'The studio’s server can’t be reached just now.';

/** What the server says of a failure (RFC 9457). */
export interface ProblemDocument {
  readonly code?: ProblemCode;
  readonly detail?: string;
}

/** How often a busy server is asked again, and how long to wait where it doesn't say, seconds. */
const ASK_AGAIN = 5;
const COME_BACK_AFTER = 2;

/**
 * Asks the studio's server; anything but success becomes a Problem with the server's own sentence. One that is busy is
 * asked again after the time that it says.
 */
export async function request(path: string, init?: RequestInit): Promise<Response> {
  for (let attempt = 0; ; attempt++) {
    try {
      return await requestOnce(path, init);
    } catch (error) {
      if (!(error instanceof BusyProblem) || attempt === ASK_AGAIN || init?.signal?.aborted)
        throw error;
      await new Promise((resolve) => setTimeout(resolve, 1000 * error.seconds));
    }
  }
}

/** Says when to come again. */
class BusyProblem extends Problem {
  constructor(
    sentence: string,
    readonly seconds: number,
  ) {
    super('busy', sentence);
  }
}

async function requestOnce(path: string, init?: RequestInit): Promise<Response> {
  const response = await fetch(`/api${path}`, init).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new Problem('unavailable', SERVER_AWAY);
  });
  if (response.ok) return response;
  const said = (await response.json().catch(() => ({}))) as ProblemDocument;
  const problem = problemFrom(response.status, said);
  if (problem.code !== 'busy') throw problem;
  const seconds = Number(response.headers.get('Retry-After')) || COME_BACK_AFTER;
  throw new BusyProblem(problem.message, seconds);
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

interface SendingOptions {
  readonly headers?: Readonly<Record<string, string>>;
  /** Hangs up. */
  readonly signal?: AbortSignal;
}

export async function sendJson<Result>(
  method: 'POST' | 'PATCH' | 'PUT',
  path: string,
  body: unknown,
  { headers = {}, signal }: SendingOptions = {},
): Promise<Result> {
  const response = await request(path, {
    method,
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify(body),
    ...(signal ? { signal } : {}),
  });
  return (await response.json()) as Result;
}

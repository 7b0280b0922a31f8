import { createReadStream, createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { basename } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createInterface } from 'node:readline';
import { object, string, type Schema } from 'yup';
import { cancelled, Problem, type ProblemCode } from '@cruvo/core/problem';
import { diskFull } from '@cruvo/media/tools';

/** Speaks to a studio's server. */
export class StudioClient {
  /** @param address such as http://127.0.0.1:4610 */
  constructor(private readonly address: string) {
    if (!/^https?:\/\/[^/]+\/?$/.test(address)) {
      throw new Problem(
        'bad-input',
        `“${address}” is no address of a studio. Write it as http://127.0.0.1:4610.`,
      );
    }
  }

  /** @throws Problem with the server's sentence, or where it answers something else than it should */
  async get<Answer>(path: string, schema: Schema<Answer>, signal?: AbortSignal): Promise<Answer> {
    const response = await this.send(path, signal ? { signal } : {});
    return this.checked(await response.json(), schema);
  }

  async post<Answer>(
    path: string,
    body: object,
    schema: Schema<Answer>,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<Answer> {
    const response = await this.send(path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...headers },
      body: JSON.stringify(body),
    });
    return this.checked(await response.json(), schema);
  }

  /** Sends bytes as they are. */
  async postBytes<Answer>(
    path: string,
    bytes: Uint8Array,
    schema: Schema<Answer>,
  ): Promise<Answer> {
    const response = await this.send(path, { method: 'POST', body: bytes as BodyInit });
    return this.checked(await response.json(), schema);
  }

  /** Saves changes that were made from a revision of a document. */
  async patch(path: string, revision: number, patches: unknown): Promise<void> {
    await this.send(path, {
      method: 'PATCH',
      headers: { 'Content-Type': 'application/json', 'If-Match': `"${revision}"` },
      body: JSON.stringify({ patches }),
    });
  }

  async stream(path: string, signal?: AbortSignal): Promise<Readable> {
    const { body } = await this.send(path, signal ? { signal } : {});
    return Readable.fromWeb(body as never);
  }

  /** Fetches a file. It has its name only when all of it is there. */
  async download(path: string, target: string, signal?: AbortSignal): Promise<void> {
    const stream = await this.stream(path, signal);
    const partial = `${target}.part`;
    try {
      await pipeline(stream, createWriteStream(partial));
      await rename(partial, target);
    } catch (error) {
      await rm(partial, { force: true });
      throw (error as NodeJS.ErrnoException).code === 'ENOSPC' ? diskFull() : cutOff();
    }
  }

  /** Sends a file and waits for what comes of it. @param report takes how much of it is opened, 0 to 1 */
  async upload<Answer>(
    path: string,
    file: string,
    schema: Schema<Answer>,
    report: (share: number) => void,
    signal?: AbortSignal,
  ): Promise<Answer> {
    const response = await this.send(path, {
      ...{ method: 'POST', duplex: 'half', ...(signal ? { signal } : {}) },
      headers: {
        'X-File-Name': encodeURIComponent(basename(file)),
        Accept: 'application/x-ndjson',
      },
      body: Readable.toWeb(createReadStream(file)) as never,
    } as RequestInit);
    let last: unknown = null;
    const answer = Readable.fromWeb(response.body as never);
    // One that breaks off says nothing more, which is told below.
    answer.on('error', () => undefined);
    for await (const line of createInterface({ input: answer })) {
      last = JSON.parse(line);
      const { progress, problem } = last as {
        progress?: number;
        problem?: { code: ProblemCode; detail: string };
      };
      if (progress !== undefined) report(progress);
      if (problem) throw new Problem(problem.code, problem.detail);
    }
    if (signal?.aborted) throw cancelled();
    return this.checked(last, schema);
  }

  private async send(path: string, init: RequestInit): Promise<Response> {
    const base = this.address.replace(/\/$/, '');
    const response = await fetch(`${base}/api${path}`, init).catch((error: unknown) => {
      if (init.signal?.aborted) throw cancelled();
      throw new Problem('unavailable', `No studio answers at ${this.address}. (${reason(error)})`);
    });
    if (response.ok) return response;
    const said: unknown = await response.json().catch(() => null);
    const problem = problemSchema.isValidSync(said) ? problemSchema.cast(said) : null;
    throw new Problem(
      'unavailable',
      problem?.detail ?? `The studio at ${this.address} answered with ${response.status}.`,
    );
  }

  private checked<Answer>(answer: unknown, schema: Schema<Answer>): Answer {
    try {
      return schema.validateSync(answer);
    } catch {
      throw new Problem(
        'unavailable',
        `What is at ${this.address} answers otherwise than a studio of this version does.`,
      );
    }
  }
}

const problemSchema = object({ detail: string().required() });

const cutOff = () => new Problem('unavailable', 'The connection to the studio broke off.');

function reason(error: unknown): string {
  const { cause } = error as { cause?: { code?: string } };
  return cause?.code ?? 'no connection';
}

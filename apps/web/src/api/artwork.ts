import { zip } from 'fflate';
import type { Artwork, Character } from '@cruvo/core/character';
import { readDocument } from '@cruvo/core/document';
import { Problem, type ProblemCode } from '@cruvo/core/problem';
import { problemFrom, request, type ProblemDocument } from './http';

/** What somebody brought: artwork, or a character that was saved as a file. */
export type Sent =
  | { readonly kind: 'artwork'; readonly artwork: Artwork }
  | { readonly kind: 'character'; readonly character: Character };

type SentLine =
  | { readonly progress: number }
  | { readonly artwork: Artwork }
  | { readonly character: unknown }
  | { readonly problem: { readonly code: ProblemCode; readonly detail: string } };

/**
 * Sends artwork and waits until it is taken apart: one file, or several pictures, which go as one archive.
 * A saved character comes in through the same door.
 *
 * @param onProgress share of the layers that are read, 0 to 1; null while the file is on its way
 * @throws Problem with the server's sentence
 */
export async function sendArtwork(
  files: readonly File[],
  onProgress: (share: number | null) => void,
  signal: AbortSignal,
): Promise<Sent> {
  onProgress(null);
  const [first] = files;
  if (!first)
    throw new Problem('bad-input', 'There is no file. Choose the artwork of a character.');
  const body = files.length === 1 ? first : await packed(files);
  const name = files.length === 1 ? first.name : `${first.name} and ${files.length - 1} more.zip`;
  const response = await request('/artwork', {
    method: 'POST',
    headers: { 'X-File-Name': encodeURIComponent(name) },
    body,
    signal,
  });
  for await (const line of linesOf(response)) {
    const said = JSON.parse(line) as SentLine;
    if ('progress' in said) onProgress(said.progress);
    else if ('artwork' in said) return { kind: 'artwork', artwork: said.artwork };
    else if ('character' in said)
      return { kind: 'character', character: readDocument('character', said.character) };
    else throw problemFrom(422, said.problem satisfies ProblemDocument);
  }
  throw new Problem(
    'unavailable',
    'The studio’s server stopped while it read the artwork. Try again.',
  );
}

async function packed(files: readonly File[]): Promise<Blob> {
  const entries = await Promise.all(
    files.map(async (file) => [file.name, new Uint8Array(await file.arrayBuffer())] as const),
  );
  const bytes = await new Promise<Uint8Array>((resolve, reject) => {
    // Pictures are packed already.
    zip(Object.fromEntries(entries), { level: 0 }, (error, data) =>
      error ? reject(error) : resolve(data),
    );
  });
  return new Blob([bytes as Uint8Array<ArrayBuffer>]);
}

async function* linesOf(response: Response): AsyncGenerator<string> {
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop()!;
    yield* lines;
  }
  if (rest) yield rest;
}

import { zip } from 'fflate';
import type { Artwork } from '@cruvo/core/character';
import { Problem, type ProblemCode } from '@cruvo/core/problem';
import { problemFrom, request, type ProblemDocument } from './http';

type ArtworkLine =
  | { readonly progress: number }
  | { readonly artwork: Artwork }
  | { readonly problem: { readonly code: ProblemCode; readonly detail: string } };

/**
 * Sends artwork and waits until it is taken apart: one file, or several pictures, which go as one archive.
 *
 * @param onProgress share of the layers that are read, 0 to 1; null while the file is on its way
 * @throws Problem with the server's sentence
 */
export async function sendArtwork(
  files: readonly File[],
  onProgress: (share: number | null) => void,
  signal: AbortSignal,
): Promise<Artwork> {
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
    const said = JSON.parse(line) as ArtworkLine;
    if ('progress' in said) onProgress(said.progress);
    else if ('artwork' in said) return said.artwork;
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

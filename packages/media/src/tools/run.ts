import { spawn } from 'node:child_process';
import { Readable } from 'node:stream';
import { cancelled, Problem } from '@cruvo/core/problem';

export interface Finished {
  readonly code: number | null;
  readonly stdout: string;
  readonly stderr: string;
}

/** Runs a program to its end and collects what it prints. @param input what it reads @param signal ends it at once */
export function run(
  program: string,
  args: readonly string[],
  { input = '', signal }: { input?: string | AsyncIterable<Uint8Array>; signal?: AbortSignal } = {},
): Promise<Finished> {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, {
      stdio: ['pipe', 'pipe', 'pipe'],
      ...(signal ? { signal, killSignal: 'SIGKILL' as const } : {}),
    });
    // A program that doesn't want its input may close it.
    child.stdin.on('error', () => undefined);
    if (typeof input === 'string') child.stdin.end(input);
    else {
      const bytes = Readable.from(input);
      bytes.on('error', (error) => {
        child.kill('SIGKILL');
        reject(error);
      });
      bytes.pipe(child.stdin);
    }
    const chunks = { stdout: [] as Buffer[], stderr: [] as Buffer[] };
    child.stdout.on('data', (chunk: Buffer) => chunks.stdout.push(chunk));
    child.stderr.on('data', (chunk: Buffer) => chunks.stderr.push(chunk));
    child.on('error', (error) =>
      reject(signal?.aborted ? cancelled() : asMissingTool(program, error)),
    );
    child.on('close', (code) =>
      resolve({
        code,
        stdout: Buffer.concat(chunks.stdout).toString(),
        stderr: Buffer.concat(chunks.stderr).toString(),
      }),
    );
  });
}

/** A sentence for a program that isn't installed; any other error as it is. */
export function asMissingTool(program: string, error: Error): Error {
  if ((error as NodeJS.ErrnoException).code !== 'ENOENT') return error;
  return missingTool(program);
}

export function missingTool(program: string): Problem {
  return new Problem(
    'unavailable',
    `The program “${program}” is missing. Install it (Debian package ffmpeg) and try again.`,
  );
}

/** A sentence for a full disk; any other error as it is. */
export function asFullDisk(error: unknown): unknown {
  if ((error as NodeJS.ErrnoException | null)?.code !== 'ENOSPC') return error;
  return diskFull();
}

export function diskFull(): Problem {
  return new Problem(
    'no-space',
    'The disk is full, so nothing was written. Make room and try again.',
  );
}

import { Problem } from '@cruvo/core/problem';
import { problemFrom, SERVER_AWAY, type ProblemDocument } from './http';

/** How far a file is on its way in. */
export type UploadProgress =
  /** `share` of its bytes, 0 to 1. */
  | { readonly stage: 'sending'; readonly share: number }
  /** Other files are opened first; 1 is the next one's place, null where the line is full. */
  | { readonly stage: 'waiting'; readonly place: number | null }
  /** `share` of what is in it, 0 to 1. */
  | { readonly stage: 'opening'; readonly share: number };

export interface UploadOptions {
  readonly onProgress: (progress: UploadProgress) => void;
  readonly signal: AbortSignal;
}

const LINES = 'application/x-ndjson';
const BUSY = 503;
/** Where a busy server doesn't say when to come back, seconds. */
const COME_BACK_AFTER = 3;

/** Sent where a file was refused because too many are opened already. */
class Busy extends Error {
  constructor(readonly seconds: number) {
    super('busy');
  }
}

/**
 * Sends a file to be opened, and waits for what comes of it. While the server has too much to do it is sent again.
 *
 * @returns the last line of the answer
 * @throws Problem with the server's sentence, or 'cancelled'
 */
export async function uploadFile(
  path: string,
  name: string,
  file: Blob,
  options: UploadOptions,
): Promise<object> {
  for (;;) {
    try {
      return await sendOnce(path, name, file, options);
    } catch (error) {
      if (!(error instanceof Busy)) throw error;
      options.onProgress({ stage: 'waiting', place: null });
      await waited(error.seconds, options.signal);
    }
  }
}

/** XMLHttpRequest, since fetch tells nothing of what was sent. */
function sendOnce(
  path: string,
  name: string,
  file: Blob,
  { onProgress, signal }: UploadOptions,
): Promise<object> {
  return new Promise((resolve, reject) => {
    const sending = new XMLHttpRequest();
    sending.open('POST', `/api${path}`);
    sending.setRequestHeader('X-File-Name', encodeURIComponent(name));
    sending.setRequestHeader('Accept', LINES);
    sending.upload.onprogress = ({ loaded, total }) =>
      onProgress({ stage: 'sending', share: total > 0 ? loaded / total : 1 });
    let read = 0;
    let last: object | null = null;
    const takeLines = () => {
      if (!isAnswered(sending)) return;
      const end = sending.responseText.lastIndexOf('\n') + 1;
      for (const line of sending.responseText.slice(read, end).split('\n').filter(Boolean)) {
        last = JSON.parse(line) as object;
        if ('progress' in last) onProgress({ stage: 'opening', share: Number(last.progress) });
        if ('place' in last) onProgress({ stage: 'waiting', place: Number(last.place) });
      }
      read = end;
    };
    sending.onprogress = takeLines;
    sending.onload = () => {
      takeLines();
      if (sending.status === BUSY) return reject(new Busy(waitOf(sending)));
      if (!isAnswered(sending)) return reject(problemFrom(sending.status, saidBy(sending)));
      if (last && 'problem' in last)
        return reject(problemFrom(422, last.problem as ProblemDocument));
      if (last && !('progress' in last) && !('place' in last)) return resolve(last);
      reject(
        new Problem(
          'unavailable',
          'The studio’s server stopped while it opened the file. Try again.',
        ),
      );
    };
    sending.onerror = () => reject(new Problem('unavailable', SERVER_AWAY));
    sending.onabort = () => reject(new Problem('cancelled', 'Cancelled.'));
    signal.addEventListener('abort', () => sending.abort(), { once: true });
    onProgress({ stage: 'sending', share: 0 });
    sending.send(file);
  });
}

const isAnswered = ({ status }: XMLHttpRequest) => status >= 200 && status < 300;

function waitOf(answer: XMLHttpRequest): number {
  return Number(answer.getResponseHeader('Retry-After')) || COME_BACK_AFTER;
}

function saidBy({ responseText }: XMLHttpRequest): ProblemDocument {
  try {
    return JSON.parse(responseText) as ProblemDocument;
  } catch {
    return {};
  }
}

function waited(seconds: number, signal: AbortSignal): Promise<void> {
  return new Promise((resolve, reject) => {
    const cancel = () => {
      clearTimeout(timer);
      reject(new Problem('cancelled', 'Cancelled.'));
    };
    const timer = setTimeout(() => {
      signal.removeEventListener('abort', cancel);
      resolve();
    }, 1000 * seconds);
    signal.addEventListener('abort', cancel, { once: true });
  });
}

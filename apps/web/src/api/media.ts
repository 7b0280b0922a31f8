import type { Picture } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import type { Voice } from '@cruvo/core/scene';
import { readTrack, type VoiceTrack } from '@cruvo/core/speech';
import { problemFrom, request, SERVER_AWAY } from './http';

export const mediaUrl = (hash: string) => `/api/media/${hash}`;

export const uploadVoice = upload<Voice>('voices');
export const uploadPicture = upload<Picture>('pictures');

export const fetchTrack = async (id: string): Promise<VoiceTrack> =>
  readTrack(new Uint8Array(await (await request(`/tracks/${id}`)).arrayBuffer()));

/** @param bytes the track's file */
export async function storeTrack(bytes: Uint8Array<ArrayBuffer>): Promise<void> {
  await request('/tracks', {
    method: 'POST',
    body: bytes,
    headers: { 'Content-Type': 'application/octet-stream' },
  });
}

/** Sends a file with progress, 0 to 1. XMLHttpRequest, since fetch tells nothing of what was sent. */
function upload<Result>(kind: 'voices' | 'pictures') {
  return (file: File, onProgress: (share: number) => void, signal: AbortSignal) =>
    new Promise<Result>((resolve, reject) => {
      const sending = new XMLHttpRequest();
      sending.open('POST', `/api/media/${kind}`);
      sending.setRequestHeader('X-File-Name', encodeURIComponent(file.name));
      sending.responseType = 'json';
      sending.upload.onprogress = ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 1);
      sending.onload = () => {
        if (sending.status < 300) resolve(sending.response as Result);
        else reject(problemFrom(sending.status, (sending.response ?? {}) as object));
      };
      sending.onerror = () => reject(new Problem('unavailable', SERVER_AWAY));
      sending.onabort = () => reject(new Problem('cancelled', 'Cancelled.'));
      signal.addEventListener('abort', () => sending.abort(), { once: true });
      sending.send(file);
    });
}

import { pictureSchema, type Picture } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import { voiceSchema, type Voice } from '@cruvo/core/scene';
import { readRecording, type PassRecording } from '@cruvo/core/passes';
import { readTrack, type VoiceTrack } from '@cruvo/core/speech';
import { problemFrom, request, SERVER_AWAY } from './http';
import { uploadFile, type UploadOptions } from './upload';

export const mediaUrl = (hash: string) => `/api/media/${hash}`;

/** Whether the studio has something: `/media/…` or `/tracks/…`. @throws Problem where it can't be asked */
export async function isStored(path: string): Promise<boolean> {
  const response = await fetch(`/api${path}`, { method: 'HEAD' }).catch(() => null);
  if (!response) throw new Problem('unavailable', SERVER_AWAY);
  if (!response.ok && response.status !== 404) throw problemFrom(response.status, {});
  return response.ok;
}

/** A file of a drawing. @throws Problem where it can't be read */
export async function mediaFile(hash: string): Promise<Response> {
  const response = await fetch(mediaUrl(hash)).catch(() => null);
  if (response?.ok) return response;
  throw problemFrom(response?.status ?? 0, {
    detail: 'The drawings can’t be read from the studio’s server just now.',
  });
}

/** Sends a recording. @throws Problem */
export async function uploadVoice(file: File, options: UploadOptions): Promise<Voice> {
  const { voice } = (await uploadFile('/media/voices', file.name, file, options)) as {
    readonly voice: unknown;
  };
  return voiceSchema.validateSync(voice, { strict: true });
}

/** Sends a picture. @throws Problem */
export async function uploadPicture(file: File, options: UploadOptions): Promise<Picture> {
  const { picture } = (await uploadFile('/media/pictures', file.name, file, options)) as {
    readonly picture: unknown;
  };
  return pictureSchema.validateSync(picture, { strict: true });
}

const trackBytes = async (id: string) =>
  new Uint8Array(await (await request(`/tracks/${id}`)).arrayBuffer());

export const fetchTrack = async (id: string): Promise<VoiceTrack> =>
  readTrack(await trackBytes(id));

/** What a pass recorded. */
export const fetchRecording = async (id: string): Promise<PassRecording> =>
  readRecording(await trackBytes(id));

/** @param bytes the track's file */
export async function storeTrack(bytes: Uint8Array<ArrayBuffer>): Promise<void> {
  await request('/tracks', {
    method: 'POST',
    body: bytes,
    headers: { 'Content-Type': 'application/octet-stream' },
  });
}

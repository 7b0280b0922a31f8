import { array, number, object, string } from 'yup';
import type { Voice } from '@cruvo/core/scene';
import { getJson, request, sendJson } from './http';
import { makeVoice } from './voices';

/** A recording that nobody has finished. */
export interface UnfinishedRecording {
  readonly id: string;
  readonly name: string;
  /** Seconds that are safe. */
  readonly duration: number;
  /** ISO 8601. */
  readonly begunAt: string;
}

const listSchema = array(
  object({
    id: string().required(),
    name: string().required(),
    duration: number().required().min(0),
    begunAt: string().required(),
  }),
).required();
export async function beginRecording(recording: {
  readonly id: string;
  readonly scene: string;
  readonly name: string;
  readonly sampleRate: number;
}): Promise<void> {
  await sendJson('POST', '/recordings', recording);
}

/** Makes a piece safe; see PieceQueue. */
export async function sendPiece(
  id: string,
  position: number,
  samples: Int16Array<ArrayBuffer>,
): Promise<void> {
  await request(`/recordings/${id}/pieces/${position}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/octet-stream' },
    body: samples,
  });
}

/** A voice of all that is safe of a recording. @throws Problem */
export const voiceOfRecording = (id: string): Promise<Voice> =>
  makeVoice(`/recordings/${id}/voice`, {});

export async function deleteRecording(id: string): Promise<void> {
  await request(`/recordings/${id}`, { method: 'DELETE' });
}

/** What was begun in a scene and never finished. */
export async function unfinishedRecordings(scene: string): Promise<UnfinishedRecording[]> {
  return listSchema.validateSync(await getJson<unknown>(`/scenes/${scene}/recordings`));
}

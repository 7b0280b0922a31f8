import { array, number, object, string } from 'yup';
import { voiceSchema, type Voice } from '@cruvo/core/scene';
import { request } from './http';

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
const voiceAnswer = object({ voice: voiceSchema });

const json = (body: unknown): RequestInit => ({
  method: 'POST',
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(body),
});

export async function beginRecording(recording: {
  readonly id: string;
  readonly scene: string;
  readonly name: string;
  readonly sampleRate: number;
}): Promise<void> {
  await request('/recordings', json(recording));
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

/** A voice of all that is safe of a recording. */
export async function voiceOfRecording(id: string): Promise<Voice> {
  const response = await request(`/recordings/${id}/voice`, json({}));
  return voiceAnswer.validateSync(await response.json(), { strict: true }).voice as Voice;
}

export async function deleteRecording(id: string): Promise<void> {
  await request(`/recordings/${id}`, { method: 'DELETE' });
}

/** What was begun in a scene and never finished. */
export async function unfinishedRecordings(scene: string): Promise<UnfinishedRecording[]> {
  const response = await request(`/scenes/${scene}/recordings`);
  return listSchema.validateSync(await response.json());
}

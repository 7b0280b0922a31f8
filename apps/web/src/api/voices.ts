import { number, object } from 'yup';
import { voiceSchema, type ScratchSettings, type Shaping, type Voice } from '@cruvo/core/scene';
import { request } from './http';

const answerSchema = object({ voice: voiceSchema });

/** What a synthetic voice is to say. */
export interface ScratchRequest {
  /** Only what is said; see spokenText. */
  readonly text: string;
  readonly language: string;
  readonly settings: ScratchSettings;
}

/** Has a text said by a synthetic voice on the server. @throws Problem */
export async function speakScratch(wish: ScratchRequest, signal: AbortSignal): Promise<Voice> {
  const response = await request('/voices/scratch', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(wish),
    signal,
  });
  const { voice } = answerSchema.validateSync(await response.json(), { strict: true });
  return voice as Voice;
}

/** A stretch of a voice; seconds. */
export interface VoiceStretch {
  /** Content hash of its working copy. */
  readonly working: string;
  readonly start: number;
  readonly end: number;
}

/** Makes one voice of stretches, one after the other. @throws Problem */
export async function composeVoice(name: string, pieces: readonly VoiceStretch[]): Promise<Voice> {
  const response = await request('/voices/composed', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name, pieces }),
  });
  const { voice } = answerSchema.validateSync(await response.json(), { strict: true });
  return voice as Voice;
}

/** A voice as it sounds after shaping, made on the server. @throws Problem */
export async function shapeVoice(
  working: string,
  shaping: Shaping,
  signal: AbortSignal,
): Promise<Voice> {
  const response = await request('/voices/shaped', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ working, shaping }),
    signal,
  });
  const { voice } = answerSchema.validateSync(await response.json(), { strict: true });
  return voice as Voice;
}

const loudnessSchema = object({ integrated: number().nullable(), peak: number().nullable() });

/** How loud a stretch of a voice is (EBU R 128): LUFS and dBTP; null where it can't be told. @throws Problem */
export async function measureLoudness(
  stretch: VoiceStretch,
): Promise<{ readonly integrated: number | null; readonly peak: number | null }> {
  const response = await request('/voices/loudness', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(stretch),
  });
  const { integrated = null, peak = null } = loudnessSchema.validateSync(await response.json());
  return { integrated, peak };
}

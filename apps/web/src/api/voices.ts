import { number, object } from 'yup';
import { voiceSchema, type ScratchSettings, type Shaping, type Voice } from '@cruvo/core/scene';
import { sendJson } from './http';

const answerSchema = object({ voice: voiceSchema });

/** Asks for a voice that the server makes. @throws Problem */
export async function makeVoice(path: string, body: unknown, signal?: AbortSignal): Promise<Voice> {
  const answer = await sendJson<unknown>('POST', path, body, signal ? { signal } : {});
  return answerSchema.validateSync(answer, { strict: true }).voice as Voice;
}

/** What a synthetic voice is to say. */
export interface ScratchRequest {
  /** Only what is said; see spokenText. */
  readonly text: string;
  readonly language: string;
  readonly settings: ScratchSettings;
}

/** Has a text said by a synthetic voice. @throws Problem */
export const speakScratch = (wish: ScratchRequest, signal: AbortSignal): Promise<Voice> =>
  makeVoice('/voices/scratch', wish, signal);

/** A stretch of a voice; seconds. */
export interface VoiceStretch {
  /** Content hash of its working copy. */
  readonly working: string;
  readonly start: number;
  readonly end: number;
}

/** Makes one voice of stretches, one after the other. @throws Problem */
export const composeVoice = (name: string, pieces: readonly VoiceStretch[]): Promise<Voice> =>
  makeVoice('/voices/composed', { name, pieces });

/** A voice as it sounds after shaping. @throws Problem */
export const shapeVoice = (
  working: string,
  shaping: Shaping,
  signal: AbortSignal,
): Promise<Voice> => makeVoice('/voices/shaped', { working, shaping }, signal);

const loudnessSchema = object({ integrated: number().nullable(), peak: number().nullable() });

/** How loud a stretch of a voice is (EBU R 128): LUFS and dBTP; null where it can't be told. @throws Problem */
export async function measureLoudness(
  stretch: VoiceStretch,
): Promise<{ readonly integrated: number | null; readonly peak: number | null }> {
  const answer = await sendJson<unknown>('POST', '/voices/loudness', stretch);
  const { integrated = null, peak = null } = loudnessSchema.validateSync(answer, { strict: true });
  return { integrated, peak };
}

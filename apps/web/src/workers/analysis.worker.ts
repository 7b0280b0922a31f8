import { expose } from 'comlink';
import { type CheckedVoice, heardChannel, VoiceCheck, type VoiceChannel } from '@cruvo/core/audio';
import { Problem, type ProblemCode } from '@cruvo/core/problem';
import type { OwnPronunciation } from '@cruvo/core/scene';
import {
  type Sound,
  type SoundModel,
  SpeechAnalyzer,
  type VoiceTrack,
  readSoundModel,
} from '@cruvo/core/speech';
import weightsUrl from '@cruvo/core/weights/hearing.safetensors.gz?url';
import { readyScript } from './script';
import { openVoice } from './voiceReader';

/** Samples are fetched and heard in stretches of this many seconds. */
const STRETCH_SECONDS = 15;

/** What is to be heard, and what is known of it. */
export interface AnalysisRequest {
  /** Address of the working voice, absolute. */
  readonly url: string;
  readonly channel: VoiceChannel;
  /** Null to hear the voice alone. */
  readonly script: string | null;
  readonly language: string;
  readonly own: readonly OwnPronunciation[];
  /** Seconds; null for all of it. */
  readonly stretch: { readonly start: number; readonly end: number } | null;
}

/** A voice to be looked over: the address of the working voice, absolute, and what is heard of it. */
export type CheckRequest = Pick<AnalysisRequest, 'url' | 'channel'>;

/** How far hearing has come. */
export interface AnalysisProgress {
  /** 0 to 1. */
  readonly share: number;
  /** The sounds so far, times from the beginning of what is heard. */
  readonly sounds: readonly Sound[];
}

/** Why nothing could be heard: errors lose what they carry on their way out of a worker. */
export interface HearingFailure {
  readonly code: ProblemCode;
  readonly sentence: string;
}

export interface AnalysisResult {
  readonly track: VoiceTrack;
  /** What people should know about the script; null where all is well. */
  readonly notice: string | null;
}

const hearing = {
  check,
  async hear(
    request: AnalysisRequest,
    onProgress: (progress: AnalysisProgress) => void,
  ): Promise<AnalysisResult | HearingFailure> {
    try {
      return await hear(request, onProgress);
    } catch (error) {
      if (error instanceof Problem) return { code: error.code, sentence: error.message };
      throw error;
    }
  },
};

export type Hearing = typeof hearing;

/** Looks a voice over before anything is fitted to it. */
async function check({ url, channel }: CheckRequest): Promise<CheckedVoice> {
  const voice = await openVoice(url);
  const checked = new VoiceCheck(voice.sampleRate);
  for (let at = 0; at < voice.duration; at += STRETCH_SECONDS) {
    const block = await voice.read(at, Math.min(voice.duration, at + STRETCH_SECONDS));
    checked.push(heardChannel(block, channel));
  }
  return checked.finish();
}

async function hear(
  request: AnalysisRequest,
  onProgress: (progress: AnalysisProgress) => void,
): Promise<AnalysisResult> {
  const [model, voice, script] = await Promise.all([
    loadModel(),
    openVoice(request.url),
    request.script === null ? null : readyScript({ ...request, script: request.script }),
  ]);
  const { start, end } = request.stretch ?? { start: 0, end: voice.duration };
  const heard = new SpeechAnalyzer(model, voice.sampleRate, script, request.stretch !== null);
  for (let at = start; at < end; at += STRETCH_SECONDS) {
    const block = await voice.read(at, Math.min(end, at + STRETCH_SECONDS));
    heard.pushBlock(block, request.channel);
    const share = Math.min(1, (at + STRETCH_SECONDS - start) / (end - start));
    onProgress({ share, sounds: heard.soundsSoFar() });
  }
  return { track: heard.finish(), notice: script?.notice ?? null };
}

async function loadModel(): Promise<SoundModel> {
  const response = await fetch(weightsUrl);
  return readSoundModel(new Uint8Array(await response.arrayBuffer()));
}

expose(hearing);

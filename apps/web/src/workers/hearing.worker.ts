import { expose } from 'comlink';
import { LoudnessMeter, mixToMono } from '@cruvo/core/audio';
import { hearLoudness } from '@cruvo/core/speech';
import { openVoice } from './voiceReader';

/** Samples are fetched and heard in stretches of this many seconds. */
const STRETCH_SECONDS = 20;

const hearing = {
  /** Hears a working voice by its loudness; the result is the track as JSON text. */
  async hear(url: string, onProgress: (share: number) => void): Promise<string> {
    const voice = await openVoice(url);
    const meter = new LoudnessMeter(voice.sampleRate);
    for (let start = 0; start < voice.duration; start += STRETCH_SECONDS) {
      meter.push(mixToMono(await voice.read(start, start + STRETCH_SECONDS)));
      onProgress(Math.min(1, (start + STRETCH_SECONDS) / voice.duration));
    }
    return JSON.stringify(hearLoudness(meter.finish(), voice.duration));
  },
};

export type Hearing = typeof hearing;

expose(hearing);

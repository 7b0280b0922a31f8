import { heardChannel } from '@cruvo/core/audio';
import { type ScriptToFind, SpeechAnalyzer, readSoundModel } from '@cruvo/core/speech';

interface Input {
  /** Base64. */
  readonly weights: string;
  /** 16-bit samples in base64, one channel. */
  readonly samples: string;
  readonly sampleRate: number;
  readonly script: ScriptToFind | null;
}

const STRETCH_SECONDS = 15;

const bytesOf = (base64: string) => Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));

/** Hears a voice as the studio's worker does; seconds it took. */
function hear({ weights, samples, sampleRate, script }: Input): number {
  const model = readSoundModel(bytesOf(weights));
  const values = new Int16Array(bytesOf(samples).buffer);
  const began = performance.now();
  const hearing = new SpeechAnalyzer(model, sampleRate, script);
  for (let at = 0; at < values.length; at += STRETCH_SECONDS * sampleRate) {
    const block = {
      sampleRate,
      channels: 1,
      samples: values.subarray(at, at + STRETCH_SECONDS * sampleRate),
    };
    hearing.push(heardChannel(block, 'both'));
    hearing.soundsSoFar();
  }
  hearing.finish();
  return (performance.now() - began) / 1000;
}

Object.assign(window, { hear });

import { mouthOverrides, type Character } from '@cruvo/core/character';
import type { ControlOverrides } from '@cruvo/core/controls';
import { chartOf, DEFAULT_FIT, LiveMouth, type MouthState } from '@cruvo/core/mouth';
import {
  LiveSpeechAnalyzer,
  OPEN_VOWEL,
  readSoundModel,
  SILENCE,
  type SoundModel,
} from '@cruvo/core/speech';
import { fetched } from './openCharacter';

/** Samples that are heard at once. */
const BLOCK = 512;
/** Below this level nobody speaks, dBFS. */
const QUIET = -50;
/** Moments a second. */
const RATE = 100;

/** Hands sound over as it comes, in blocks. */
const CAPTURE = `registerProcessor('capture', class extends AudioWorkletProcessor {
  block = new Float32Array(${BLOCK}); filled = 0;
  process([[samples]]) {
    if (!samples) return true;
    this.block.set(samples, this.filled);
    this.filled += samples.length;
    if (this.filled >= ${BLOCK}) {
      this.port.postMessage(this.block);
      this.block = new Float32Array(${BLOCK});
      this.filled = 0;
    }
    return true;
  }
});`;

/** Fetches the sound model that tells sounds apart. @throws Problem where it can't be had */
export async function fetchModel(address: string): Promise<SoundModel> {
  const response = await fetched(address, 'sound model');
  return readSoundModel(new Uint8Array(await response.arrayBuffer()));
}

/** A mouth that follows a sound while it plays: its sounds with a model, or else how loud it is. */
export class HeardMouth {
  private state: MouthState | null = null;
  private node: AudioWorkletNode | null = null;

  private constructor(
    private readonly context: AudioContext,
    private readonly source: AudioNode,
    private readonly mouth: LiveMouth,
    private readonly model: SoundModel | null,
  ) {}

  /** @param sound an element, which stays to be heard, or a stream such as a microphone's */
  static async follow(
    sound: HTMLMediaElement | MediaStream,
    character: Character,
    model: SoundModel | null,
  ): Promise<HeardMouth | null> {
    if (!character.mouth) return null;
    const context = new AudioContext({ latencyHint: 'interactive' });
    const isElement = sound instanceof HTMLMediaElement;
    const source = isElement
      ? context.createMediaElementSource(sound)
      : context.createMediaStreamSource(sound);
    if (isElement) {
      source.connect(context.destination);
      // Browsers let nothing be heard before somebody wants it.
      sound.addEventListener('play', () => void context.resume());
    }
    const mouth = new LiveMouth(chartOf(character.mouth), DEFAULT_FIT);
    const heard = new HeardMouth(context, source, mouth, model);
    await heard.start();
    return heard;
  }

  /** How controls are set by what is heard just now. */
  overrides(): ControlOverrides | null {
    return this.state && mouthOverrides(this.state);
  }

  stop(): void {
    this.node?.disconnect();
    void this.context.close();
  }

  private async start(): Promise<void> {
    const { context, source, model } = this;
    const module = URL.createObjectURL(new Blob([CAPTURE], { type: 'text/javascript' }));
    await context.audioWorklet.addModule(module).finally(() => URL.revokeObjectURL(module));
    const node = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
    this.node = node;
    const hearing = model && new LiveSpeechAnalyzer(model, context.sampleRate);
    node.port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
      if (hearing) {
        for (const frame of hearing.push(data)) this.state = this.mouth.follow(frame);
      } else this.followLevel(data);
    };
    source.connect(node);
  }

  private followLevel(samples: Float32Array): void {
    const energy = samples.reduce((sum, value) => sum + value * value, 0) / samples.length;
    const level = 10 * Math.log10(energy + 1e-10);
    const moment = { viseme: level > QUIET ? OPEN_VOWEL : SILENCE, level };
    const moments = Math.max(1, Math.round((samples.length * RATE) / this.context.sampleRate));
    for (let at = 0; at < moments; at++) this.state = this.mouth.follow(moment);
  }
}

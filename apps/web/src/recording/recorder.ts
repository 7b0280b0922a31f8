import type { Problem } from '@cruvo/core/problem';
import type { Voice } from '@cruvo/core/scene';
import type { CapturedBlock } from '../microphone/capture.worklet';
import { openInput, type OpenInput, type VoiceInput } from '../microphone/source';
import { LevelMeter, type Level } from './levelMeter';
import { VoiceRecording } from './voiceRecording';

/** Waveforms are shown with so many columns a second. */
export const COLUMNS_PER_SECOND = 50;

/** What became of a recording. */
export interface Recorded {
  readonly voice: Voice;
  /** The time of its first sample on the audio clock, as it sounded in the room, seconds. */
  readonly firstSample: number;
  /** Its loudest moment, dBFS. */
  readonly highest: number;
}

/** An open input, of which stretches are recorded. What is recorded is safe on the server half a second later. */
export class Recorder {
  private readonly meter = new LevelMeter();
  private recording: VoiceRecording | null = null;
  private firstSample: number | null = null;
  /** The highest sample in each column of the waveform, 0 to 1. */
  readonly columns: number[] = [];
  private column = { filled: 0, most: 0 };
  level: Level = { now: -Infinity, peak: -Infinity, highest: -Infinity };

  private constructor(
    private readonly context: AudioContext,
    private readonly input: OpenInput,
    port: MessagePort,
  ) {
    port.onmessage = ({ data }: MessageEvent<CapturedBlock>) => this.hear(data);
  }

  /** @throws Problem where there is nothing to hear */
  static async open(
    context: AudioContext,
    source: VoiceInput,
    onEnd: () => void,
  ): Promise<Recorder> {
    const input = await openInput(context, source, onEnd);
    const { port1, port2 } = new MessageChannel();
    input.sendTo(port1);
    return new Recorder(context, input, port2);
  }

  /**
   * Records from now on.
   *
   * @param onTrouble told why it isn't safe just now, and null as soon as it is
   * @throws Problem where it can't be begun
   */
  async begin(
    scene: string,
    name: string,
    onTrouble: (problem: Problem | null) => void,
  ): Promise<void> {
    const { sampleRate } = this.context;
    const recording = await VoiceRecording.begin(scene, name, sampleRate, onTrouble);
    this.meter.beginAnew();
    this.columns.length = 0;
    this.firstSample = null;
    this.recording = recording;
  }

  /** Lets the simulated microphone speak. */
  speak(when: number): void {
    this.input.start(when);
  }

  /** Seconds recorded, and those of them that are not safe yet. */
  get times() {
    return this.recording?.times ?? { recorded: 0, unsafe: 0 };
  }

  /** Ends the recording. @returns what became of it; null where nothing was recorded @throws Problem */
  async finish(): Promise<Recorded | null> {
    const { recording, firstSample } = this;
    this.recording = null;
    if (!recording || firstSample === null) return null;
    const voice = await recording.finish();
    const { highest } = this.level;
    return { voice, firstSample: firstSample - this.input.latency, highest };
  }

  /** Ends the recording and throws it away. */
  async discard(): Promise<void> {
    const { recording } = this;
    this.recording = null;
    await recording?.discard();
  }

  close(): void {
    this.recording?.close();
    this.input.stop();
  }

  private hear({ samples, time }: CapturedBlock): void {
    this.level = this.meter.push(samples, time);
    if (!this.recording) return;
    this.firstSample ??= time;
    this.recording.push(samples);
    const width = this.context.sampleRate / COLUMNS_PER_SECOND;
    for (const sample of samples) {
      this.column.most = Math.max(this.column.most, Math.abs(sample));
      if (++this.column.filled < width) continue;
      this.columns.push(this.column.most);
      this.column = { filled: 0, most: 0 };
    }
  }
}

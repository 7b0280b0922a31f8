import { createStore } from 'zustand/vanilla';
import {
  chartInMood,
  chartOf,
  gateAbove,
  LiveMouth,
  NoiseGate,
  type FitSettings,
  type MouthRig,
  type MouthState,
} from '@cruvo/core/mouth';
import { sentenceOf } from '@cruvo/core/problem';
import { SILENCE, type LiveFrame } from '@cruvo/core/speech';
import type { VoiceInput } from '../microphone/source';
import type { LiveReport } from './live.worker';
import { DelayMeter } from './delayMeter';
import { startLive, type LiveSession } from './liveSession';

export interface LiveVoiceState {
  readonly status: 'off' | 'starting' | 'on' | 'failed';
  /** What went wrong, in a sentence. */
  readonly problem: string | null;
  /** Nothing is heard of it. */
  readonly muted: boolean;
  /** It is heard only while a key is held. */
  readonly pushToTalk: boolean;
  readonly pushed: boolean;
  /** dBFS from which on it is heard; null: always. */
  readonly gate: number | null;
  /** Whether the room is being listened to. */
  readonly listening: boolean;
  /** Whether the mouth lets go at once. */
  readonly quick: boolean;
  readonly mood: string | null;
}

/** What is told about the voice several times a second. */
export interface LiveReadout {
  /** From a sound to its mouth being painted, milliseconds. */
  readonly delay: { readonly median: number; readonly most: number } | null;
  /** Work for each block, milliseconds. */
  readonly work: { readonly median: number; readonly most: number } | null;
  /** The latest frame, whether it passed the gate or not. */
  readonly frame: LiveFrame | null;
  readonly open: boolean;
}

const OFF: LiveVoiceState = {
  ...{ status: 'off', problem: null, muted: false, pushToTalk: false, pushed: false },
  ...{ gate: null, listening: false, quick: false, mood: null },
};
/** How long a room is listened to, ms. */
const LISTENS_MS = 2000;
const TOO_LOUD =
  'Somebody spoke, or the room is very loud, so the gate stays as it was. Be quiet for two seconds and try again.';
/** A mouth that lets go at once holds nothing longer than it must. */
const QUICK: Pick<FitSettings, 'smooth' | 'hold'> = { smooth: 0, hold: 0.5 };

/** Told of every new mouth, and when its sound was heard, milliseconds since 1970; null: the one before goes on. */
export type OnMouth = (mouth: MouthState | null, sound: number | null) => void;

/** Who records the sound: without a gap, until its end. */
export interface SoundTaker {
  /** @param from its rate in Hz, and how late it comes, seconds */
  readonly take: (samples: Float32Array, from: Pick<LiveSession, 'sampleRate' | 'latency'>) => void;
  readonly end: () => void;
}

/** A voice that is being spoken, and the mouth that follows it. */
export class LiveVoice {
  readonly state = createStore<LiveVoiceState>(() => OFF);
  /** What else wants to know of each moment: the life of the body. */
  onFrame: ((frame: LiveFrame) => void) | null = null;
  private taker: SoundTaker | null = null;
  private session: LiveSession | null = null;
  private mouth: LiveMouth | null = null;
  private gate = new NoiseGate(null);
  private meters = { delay: new DelayMeter(), work: new DelayMeter() };
  private latest: LiveFrame | null = null;
  private shown: string | null = null;
  private room: number[] | null = null;
  private attempt = 0;
  private rig: MouthRig | null = null;
  private fit: FitSettings | null = null;

  constructor(private readonly onMouth: OnMouth) {}

  /** Says which mouth follows it. */
  setMouth(rig: MouthRig | null, fit: FitSettings): void {
    if (rig === this.rig && fit === this.fit) return;
    [this.rig, this.fit] = [rig, fit];
    this.renewMouth();
  }

  set(change: Partial<Omit<LiveVoiceState, 'status' | 'problem'>>): void {
    const before = this.state.getState();
    this.state.setState(change);
    const { gate, quick, mood } = this.state.getState();
    if (gate !== before.gate) this.gate = new NoiseGate(gate);
    if (quick !== before.quick || mood !== before.mood) this.renewMouth();
  }

  async start(input: VoiceInput): Promise<void> {
    this.stop();
    const own = ++this.attempt;
    this.meters = { delay: new DelayMeter(), work: new DelayMeter() };
    this.state.setState({ status: 'starting', problem: null });
    try {
      const started = await startLive(
        input,
        (report) => this.hear(report),
        () => this.stop(),
      );
      if (own !== this.attempt) return started.stop();
      this.session = started;
      started.setWantsSound(this.taker !== null);
      this.state.setState({ status: 'on' });
    } catch (error) {
      if (own === this.attempt) {
        this.state.setState({ status: 'failed', problem: sentenceOf(error) });
      }
    }
  }

  stop(): void {
    this.attempt++;
    if (this.session) this.taker?.end();
    this.session?.stop();
    this.session = null;
    this.latest = null;
    this.room = null;
    this.shown = null;
    this.state.setState({ status: 'off', listening: false, pushed: false });
    this.onMouth(null, null);
  }

  /** Sets the gate above the noise of the room: for two seconds nobody speaks. */
  async listenToRoom(): Promise<void> {
    if (this.session === null) return;
    this.room = [];
    this.state.setState({ listening: true });
    await new Promise((resolve) => setTimeout(resolve, LISTENS_MS));
    const { room } = this;
    this.room = null;
    if (this.session === null || room === null) return;
    const gate = gateAbove(room);
    this.state.setState({ listening: false, problem: gate === null ? TOO_LOUD : null });
    if (gate !== null) this.set({ gate: Math.round(gate) });
  }

  /** Hands the sound over as it comes; null: no more. */
  record(taker: SoundTaker | null): void {
    this.taker = taker;
    this.session?.setWantsSound(taker !== null);
  }

  /** The first picture of a sound was painted. @param sound milliseconds since 1970 */
  painted(sound: number): void {
    this.meters.delay.add(performance.timeOrigin + performance.now() - sound);
  }

  get readout(): LiveReadout {
    const { delay, work } = this.meters;
    return {
      ...{ delay: delay.summary(), work: work.summary() },
      ...{ frame: this.latest, open: this.passes && this.gate.open },
    };
  }

  private get passes(): boolean {
    const { muted, pushToTalk, pushed } = this.state.getState();
    return !muted && (!pushToTalk || pushed);
  }

  private hear({ frames, origin, work, block }: LiveReport): void {
    const { session } = this;
    if (!session) return;
    this.meters.work.add(work);
    if (block) this.taker?.take(block.samples, session);
    for (const frame of frames) {
      this.latest = frame;
      this.room?.push(frame.level);
      const passed = this.gate.follow(frame);
      const heard = this.passes ? passed : { ...frame, viseme: SILENCE };
      this.onFrame?.(heard);
      const mouth = this.mouth?.follow(heard);
      if (!mouth) continue;
      const isNew = mouth.drawing !== this.shown;
      this.shown = mouth.drawing;
      const ago = session.now() - (origin + (frame.index + 0.5) / 100);
      const sound = performance.timeOrigin + performance.now() - 1000 * ago;
      this.onMouth(mouth, isNew ? sound : null);
    }
  }

  private renewMouth(): void {
    const { quick, mood } = this.state.getState();
    const { rig, fit } = this;
    if (!rig || !fit) this.mouth = null;
    else {
      const chart = chartInMood(chartOf(rig), mood);
      this.mouth = new LiveMouth(chart, quick ? { ...fit, ...QUICK } : fit);
    }
  }
}

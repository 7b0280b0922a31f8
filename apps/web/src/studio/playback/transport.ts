import { createStore } from 'zustand/vanilla';
import type { PlacedVoice } from './voicePlayer';
import { VoicePlayer } from './voicePlayer';

export interface TimeRange {
  readonly start: number;
  readonly end: number;
}

export interface TransportState {
  readonly playing: boolean;
  /** Playing waits for the first sound. */
  readonly waiting: boolean;
  readonly loop: TimeRange | null;
  /** Where the scene stands while it does not play, seconds. */
  readonly position: number;
  /** Scene seconds in a second: 1, or less to watch closely. */
  readonly speed: number;
}

const AHEAD_SECONDS = 1.5;
const PUMP_EVERY_MS = 200;
const LEAD_IN_SECONDS = 0.06;
/** The rate of working voices, so that chunks follow each other without a seam. */
const SAMPLE_RATE = 48_000;

/**
 * Moves through the scene. While it plays, time comes from the audio clock and nothing else, so that
 * picture and sound can't drift apart; whoever paints asks `time()` and drops what it can't keep up with.
 */
export class Transport {
  readonly state = createStore<TransportState>(() => ({
    playing: false,
    waiting: false,
    loop: null,
    position: 0,
    speed: 1,
  }));
  private context: AudioContext | null = null;
  private player: VoicePlayer | null = null;
  private pump: ReturnType<typeof setInterval> | undefined;
  /** Scene time at the moment `startedAt` of the audio clock. */
  private startedFrom = 0;
  private startedAt = 0;
  /** How far sound has been scheduled: in seconds played since the start, and where in the scene that is. */
  private scheduled = { played: 0, position: 0 };
  private attempt = 0;
  /** Goes on after the scene's end, until it is paused. */
  private endless = false;
  private muted: string | null = null;

  constructor(
    private length: number,
    private voices: readonly PlacedVoice[],
  ) {}

  /** Takes over another length or other voices. */
  update(length: number, voices: readonly PlacedVoice[]): void {
    this.length = length;
    this.voices = voices;
    this.giveVoices();
    if (this.state.getState().position > length) this.seek(length);
  }

  /** Where the scene is now, seconds. */
  time(): number {
    const { playing, waiting, position, speed } = this.state.getState();
    if (!playing || waiting || !this.context) return position;
    const heard = this.context.currentTime - this.latency() - this.startedAt;
    return this.wrapped(this.startedFrom + speed * Math.max(0, heard));
  }

  async play(): Promise<void> {
    const { playing, loop, position } = this.state.getState();
    if (playing) return;
    const outside = loop && (position < loop.start || position >= loop.end - 0.01);
    await this.begin(outside ? loop.start : position >= this.length - 0.01 ? 0 : position, 0);
  }

  /**
   * Plays from a time on, also beyond the scene's end, without looping: for something to be recorded along.
   *
   * @param wait how long it stands at that time before it moves, seconds
   */
  async roll(from: number, wait: number): Promise<void> {
    if (this.state.getState().playing) this.pause();
    this.state.setState({ loop: null, speed: 1 });
    this.endless = true;
    await this.begin(from, wait);
  }

  /** The time of the scene that is heard at a time of the audio clock, while it plays; also before it moves. */
  sceneTimeAt(clock: number): number {
    const { speed } = this.state.getState();
    return this.startedFrom + speed * (clock - this.latency() - this.startedAt);
  }

  /** The sound that everything in the scene is in time with. */
  get audio(): AudioContext {
    return this.sound().context;
  }

  /** Leaves one line silent; null for none. */
  mute(line: string | null): void {
    this.muted = line;
    this.giveVoices();
  }

  private async begin(from: number, wait: number): Promise<void> {
    const attempt = ++this.attempt;
    this.state.setState({ playing: true, waiting: true, position: from });
    const { context, player } = this.sound();
    await context.resume();
    await player.ready(from).catch(() => undefined);
    if (attempt !== this.attempt) return;
    this.startedFrom = from;
    this.startedAt = context.currentTime + LEAD_IN_SECONDS + wait;
    this.scheduled = { played: 0, position: from };
    this.state.setState({ waiting: false });
    this.scheduleAhead();
    this.pump = setInterval(() => this.scheduleAhead(), PUMP_EVERY_MS);
  }

  pause(): void {
    const position = Math.min(this.time(), this.length);
    this.attempt++;
    this.endless = false;
    clearInterval(this.pump);
    this.player?.stopAll();
    this.state.setState({ playing: false, waiting: false, position });
  }

  toggle(): void {
    if (this.state.getState().playing) this.pause();
    else void this.play();
  }

  /** Goes to a time; plays on from there if it was playing. */
  seek(time: number): void {
    const { playing } = this.state.getState();
    if (playing) this.pause();
    this.state.setState({ position: Math.min(this.length, Math.max(0, time)) });
    if (playing) void this.play();
  }

  /** Goes to a time and lets a snippet of it be heard. */
  scrub(time: number): void {
    if (this.state.getState().playing) this.pause();
    this.seek(time);
    const { context, player } = this.sound();
    void context.resume();
    player.scrub(this.state.getState().position);
  }

  setLoop(loop: TimeRange | null): void {
    const { playing } = this.state.getState();
    if (playing) this.pause();
    this.state.setState({ loop });
    if (playing) void this.play();
  }

  /** Plays faster or slower from here on, as a tape would. */
  setSpeed(speed: number): void {
    const { playing } = this.state.getState();
    if (playing) this.pause();
    this.state.setState({ speed });
    if (playing) void this.play();
  }

  close(): void {
    this.pause();
    void this.context?.close();
  }

  private sound(): { context: AudioContext; player: VoicePlayer } {
    this.context ??= new AudioContext({ sampleRate: SAMPLE_RATE, latencyHint: 'interactive' });
    if (!this.player) {
      this.player = new VoicePlayer(this.context, []);
      this.giveVoices();
    }
    return { context: this.context, player: this.player };
  }

  private latency(): number {
    return this.context?.outputLatency || 0;
  }

  private giveVoices(): void {
    if (this.player) this.player.voices = this.voices.filter(({ line }) => line !== this.muted);
  }

  private wrapped(time: number): number {
    const { loop } = this.state.getState();
    if (!loop || time < loop.end) return this.endless ? time : Math.min(time, this.length);
    return loop.start + ((time - loop.start) % (loop.end - loop.start));
  }

  private scheduleAhead(): void {
    const { context, player } = this.sound();
    const { loop, speed } = this.state.getState();
    const played = speed * (context.currentTime - this.startedAt);
    if (!loop && !this.endless && this.startedFrom + played >= this.length) {
      this.pause();
      this.state.setState({ position: this.length });
      return;
    }
    const limit = loop ? loop.end : this.length;
    while (this.scheduled.played < played + AHEAD_SECONDS) {
      if (loop && this.scheduled.position >= limit) this.scheduled.position = loop.start;
      const from = this.scheduled.position;
      if (from >= limit) break;
      const to = Math.min(limit, from + AHEAD_SECONDS);
      player.schedule(from, to, this.startedAt + this.scheduled.played / speed, speed);
      // Never by the remainder of a division: near the loop's end it may be too little to add anything.
      this.scheduled = { played: this.scheduled.played + to - from, position: to };
    }
  }
}

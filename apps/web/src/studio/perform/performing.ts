import { createStore } from 'zustand/vanilla';
import { overridesSource } from '@cruvo/core/controls';
import { PassRecorder, type PassEvent, type PassRecording } from '@cruvo/core/passes';
import {
  overridesOf,
  placeOfTarget,
  type LiveSources,
  type MovedProgram,
} from '@cruvo/core/program';
import type { FiredCue } from '@cruvo/core/cues';
import { toFlicks } from '@cruvo/core/time';
import { LiveCues } from './cues/liveCues';
import type { PassSafe } from './safe/passSafe';
import type { Transport } from '../playback/transport';

/** What becomes of a channel in a pass: it is recorded where it is moved, it plays back, or it is at rest meanwhile. */
export const CHANNEL_MODES = ['recorded', 'plays', 'off'] as const;
export type ChannelMode = (typeof CHANNEL_MODES)[number];

export interface PerformingState {
  /** Who is performed; null: nobody, the stage moves characters as a whole. */
  readonly member: string | null;
  /** What is moved just now, by target. */
  readonly moved: ReadonlyMap<string, number>;
  /** What becomes of targets, but for those that are recorded where they are moved. */
  readonly modes: ReadonlyMap<string, ChannelMode>;
  /** Whether what is let go stays as it is, instead of going back to what plays. */
  readonly stays: boolean;
  readonly phase: 'idle' | 'counting' | 'recording';
  /** What to do to move the character, or why it does not move. */
  readonly hint: string;
}

/** A pass that was recorded. */
export interface Pass {
  /** Under which it is kept until it is in the scene. */
  readonly id: string;
  readonly member: string;
  /** Where in the scene it began, seconds. */
  readonly from: number;
  /** Null where nothing was performed. */
  readonly recording: PassRecording | null;
  /** Cues that were fired in it, from its beginning. */
  readonly cues: readonly FiredCue[];
  /** Whether it went on until its end, rather than being stopped. */
  readonly complete: boolean;
}

const DRAG = 'drag a part.';
const NOTHING: ReadonlyMap<string, number> = new Map();
const WATCH_EVERY_MS = 50;

/** How often what is performed is put into safety, seconds. */
const PIECE = 1;

interface Running {
  readonly id: string;
  readonly recorder: PassRecorder;
  readonly member: string;
  readonly from: number;
  readonly played: (control: string, time: number) => number;
  readonly done: (pass: Pass) => void;
  watch: ReturnType<typeof setInterval> | undefined;
  /** What was performed since the last piece, and which piece is next. */
  events: PassEvent[];
  piece: number;
}

/** Performs one character: what hands and devices move lies over all else on the stage, and is recorded while the scene plays. */
export class Performing {
  readonly state = createStore<PerformingState>(() => ({
    ...{ member: null, moved: NOTHING, modes: new Map(), stays: false, phase: 'idle' },
    hint: DRAG,
  }));
  readonly cues = new LiveCues(
    () => (this.state.getState().phase === 'recording' ? toFlicks(this.passTime()) : null),
    () => this.state.setState((state) => ({ ...state })),
  );
  private running: Running | null = null;

  /** @param safe keeps what is performed meanwhile */
  constructor(
    private readonly transport: Transport,
    private readonly safe: Pick<PassSafe, 'begin' | 'add'>,
  ) {}

  /** Chooses who is performed; null for nobody. What was moved or fired goes back, and a pass ends. */
  choose(member: string | null): void {
    if (this.state.getState().member === member) return;
    this.stop();
    this.cues.clear();
    this.state.setState({ member, moved: NOTHING, modes: new Map() });
  }

  /** @param hint null: parts are dragged */
  setHint(hint: string | null): void {
    this.state.setState({ hint: hint ?? DRAG });
  }

  setStays(stays: boolean): void {
    this.state.setState(stays ? { stays } : { stays, moved: NOTHING });
  }

  /** Says what becomes of targets in the pass. */
  setModes(modes: ReadonlyMap<string, ChannelMode>): void {
    const moved = [...this.state.getState().moved].filter(
      ([target]) => (modes.get(target) ?? 'recorded') === 'recorded',
    );
    this.state.setState({ modes, moved: new Map(moved) });
  }

  modeOf(target: string): ChannelMode {
    return this.state.getState().modes.get(target) ?? 'recorded';
  }

  /** Moves a target to a value; not where it plays back or is off. See moveAll. */
  move(target: string, value: number, lateBy = 0): void {
    this.moveAll([[target, value]], lateBy);
  }

  /** Moves several at once. @param lateBy how long ago that was asked for, seconds: that is where it is recorded */
  moveAll(targets: Iterable<readonly [target: string, value: number]>, lateBy = 0): void {
    const { moved, phase, member } = this.state.getState();
    if (member === null) return;
    const now = new Map(moved);
    for (const [target, value] of targets) {
      if (this.modeOf(target) !== 'recorded') continue;
      now.set(target, value);
      if (phase === 'recording') this.note(target, this.passTime() - lateBy, value);
    }
    this.state.setState({ moved: now });
  }

  /** Lets targets go; they go back to what plays, unless they are to stay. */
  letGo(targets: readonly string[]): void {
    const { stays, moved } = this.state.getState();
    if (stays) return;
    const left = new Map(moved);
    for (const target of targets) {
      left.delete(target);
      this.note(target, this.passTime(), null);
    }
    this.state.setState({ moved: left });
  }

  /** All that is moved goes back to what plays. */
  letGoAll(): void {
    const targets = [...this.state.getState().moved.keys()];
    for (const target of targets) this.note(target, this.passTime(), null);
    this.state.setState({ moved: NOTHING });
  }

  /** What lies over the scene just now. @param own what is performed */
  live(own: MovedProgram): LiveSources {
    const { controls } = own;
    const { member, moved, modes } = this.state.getState();
    const resting = [...modes].flatMap(([target, mode]): (readonly [string, number])[] => {
      const place = mode === 'off' ? placeOfTarget(controls, target) : null;
      return place ? [[target, controls.rest[place.slot]!]] : [];
    });
    if (member === null) return new Map();
    const set = new Map([...resting, ...moved]);
    const sources = [
      ...this.cues.sources(own),
      ...(set.size > 0 ? [overridesSource(controls, overridesOf(controls, set))] : []),
    ];
    return sources.length > 0 ? new Map([[member, sources]]) : new Map();
  }

  /**
   * Records a pass while the scene plays, until somebody stops it or a time comes.
   *
   * @param from @param until seconds of the scene
   * @param countIn how long it waits before it plays, seconds
   * @param played the value of a target as it plays back at a time of the scene
   * @param done is given the pass once it is over
   */
  async record(
    { from, until, countIn }: { from: number; until: number; countIn: number },
    played: Running['played'],
    done: Running['done'],
  ): Promise<void> {
    const { member, phase } = this.state.getState();
    if (member === null || phase !== 'idle') return;
    const recorder = new PassRecorder();
    const running: Running = {
      ...{ id: crypto.randomUUID(), recorder, member, from, played, done },
      ...{ watch: undefined, events: [], piece: 0 },
    };
    this.running = running;
    this.state.setState({ phase: 'counting' });
    try {
      await this.transport.roll(from, countIn);
    } catch (error) {
      this.running = null;
      this.state.setState({ phase: 'idle' });
      throw error;
    }
    if (this.running !== running) return;
    running.watch = setInterval(() => this.look(until), WATCH_EVERY_MS);
    this.look(until);
  }

  /** Ends the pass, and gives what was recorded. */
  stop(complete = false): void {
    const { running } = this;
    if (!running) return;
    this.running = null;
    clearInterval(running.watch);
    const duration = this.transport.time() - running.from;
    const cues = this.cues.finish(toFlicks(Math.max(0, duration)));
    if (this.transport.state.getState().playing) this.transport.pause();
    this.state.setState({ phase: 'idle' });
    const { id, recorder, member, from, played, done } = running;
    const recording = recorder.finish(duration, (control, time) => played(control, from + time));
    done({ id, member, from, recording, cues, complete });
  }

  private look(until: number): void {
    const { running } = this;
    if (!running) return;
    const { playing } = this.transport.state.getState();
    const time = this.transport.time();
    if (!playing || time >= until) return this.stop(time >= until);
    if (this.state.getState().phase === 'counting' && time > running.from) {
      this.state.setState({ phase: 'recording' });
      this.cues.begin();
      // What is held already is held from the beginning.
      for (const [target, value] of this.state.getState().moved) this.note(target, 0, value);
      const { id, member, from } = running;
      this.safe.begin(id, { member, from, begunAt: new Date().toISOString() });
    }
    if (this.passTime() >= PIECE * (running.piece + 1)) this.keepPiece(running);
  }

  /** Writes down that a target was moved, or let go where the value is null. */
  private note(target: string, time: number, value: number | null): void {
    const { running } = this;
    if (!running) return;
    if (value === null) running.recorder.letGo(target, time);
    else running.recorder.move(target, time, value);
    running.events.push([target, time, value]);
  }

  private keepPiece(running: Running): void {
    const duration = this.passTime();
    const events = running.events.splice(0);
    const cues = this.cues.soFar(toFlicks(duration));
    this.safe.add(running.id, running.piece++, { duration, events, cues });
  }

  private passTime(): number {
    return this.transport.time() - (this.running?.from ?? 0);
  }
}

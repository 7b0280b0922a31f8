import { createStore } from 'zustand/vanilla';
import type { ControlOverrides, ControlSet, ControlValue } from '@cruvo/core/controls';
import { PassRecorder, type PassRecording } from '@cruvo/core/passes';
import { controlOfTarget, placeOfTarget, type LiveOverrides } from '@cruvo/core/program';
import type { Transport } from '../playback/transport';

export interface PerformingState {
  /** Who is performed; null: nobody, the stage moves characters as a whole. */
  readonly member: string | null;
  /** What is moved just now, by target. */
  readonly moved: ReadonlyMap<string, number>;
  /** Targets that are not recorded even where they are moved. */
  readonly leftOut: ReadonlySet<string>;
  /** Whether what is let go stays as it is, instead of going back to what plays. */
  readonly stays: boolean;
  readonly phase: 'idle' | 'counting' | 'recording';
}

/** A pass that was recorded. */
export interface Pass {
  readonly member: string;
  /** Where in the scene it began, seconds. */
  readonly from: number;
  /** Null where nothing was performed. */
  readonly recording: PassRecording | null;
}

const NOTHING: ReadonlyMap<string, number> = new Map();
const WATCH_EVERY_MS = 50;

interface Running {
  readonly recorder: PassRecorder;
  readonly member: string;
  readonly from: number;
  readonly played: (control: string, time: number) => number;
  readonly done: (pass: Pass) => void;
  watch: ReturnType<typeof setInterval> | undefined;
}

/** Performs one character: what hands and devices move lies over all else on the stage, and is recorded while the scene plays. */
export class Performing {
  readonly state = createStore<PerformingState>(() => ({
    ...{ member: null, moved: NOTHING, leftOut: new Set<string>(), stays: false, phase: 'idle' },
  }));
  private running: Running | null = null;

  constructor(private readonly transport: Transport) {}

  /** Chooses who is performed; null for nobody. What was moved goes back, and a pass ends. */
  choose(member: string | null): void {
    if (this.state.getState().member === member) return;
    this.stop();
    this.state.setState({ member, moved: NOTHING, leftOut: new Set() });
  }

  setStays(stays: boolean): void {
    this.state.setState(stays ? { stays } : { stays, moved: NOTHING });
  }

  /** Lets a target be recorded where it is moved, or not. */
  setRecorded(target: string, recorded: boolean): void {
    const leftOut = new Set(this.state.getState().leftOut);
    if (recorded) leftOut.delete(target);
    else leftOut.add(target);
    this.state.setState({ leftOut });
  }

  /** Moves a target to a value. */
  move(target: string, value: number): void {
    const { moved, leftOut, phase, member } = this.state.getState();
    if (member === null) return;
    this.state.setState({ moved: new Map(moved).set(target, value) });
    if (phase === 'recording' && this.running && !leftOut.has(target)) {
      this.running.recorder.move(target, this.passTime(), value);
    }
  }

  /** Lets targets go; they go back to what plays, unless they are to stay. */
  letGo(targets: readonly string[]): void {
    const { stays, moved } = this.state.getState();
    if (stays) return;
    const left = new Map(moved);
    for (const target of targets) {
      left.delete(target);
      this.running?.recorder.letGo(target, this.passTime());
    }
    this.state.setState({ moved: left });
  }

  /** All that is moved goes back to what plays. */
  letGoAll(): void {
    const targets = [...this.state.getState().moved.keys()];
    for (const target of targets) this.running?.recorder.letGo(target, this.passTime());
    this.state.setState({ moved: NOTHING });
  }

  /** What lies over the scene just now. @param controls of who is performed */
  overrides(controls: ControlSet): LiveOverrides {
    const { member, moved } = this.state.getState();
    if (member === null || moved.size === 0) return new Map();
    return new Map([[member, overridesOf(controls, moved)]]);
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
    const running: Running = { recorder, member, from, played, done, watch: undefined };
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
  stop(): void {
    const { running } = this;
    if (!running) return;
    this.running = null;
    clearInterval(running.watch);
    const duration = this.transport.time() - running.from;
    if (this.transport.state.getState().playing) this.transport.pause();
    this.state.setState({ phase: 'idle' });
    const { recorder, member, from, played, done } = running;
    const recording = recorder.finish(duration, (control, time) => played(control, from + time));
    done({ member, from, recording });
  }

  private look(until: number): void {
    const { running } = this;
    if (!running) return;
    const { playing } = this.transport.state.getState();
    const time = this.transport.time();
    if (!playing || time >= until) return this.stop();
    if (this.state.getState().phase === 'counting' && time > running.from) {
      this.state.setState({ phase: 'recording' });
      const { moved, leftOut } = this.state.getState();
      // What is held already is held from the beginning.
      for (const [target, value] of moved) {
        if (!leftOut.has(target)) running.recorder.move(target, 0, value);
      }
    }
  }

  private passTime(): number {
    return this.transport.time() - (this.running?.from ?? 0);
  }
}

/** Targets as values of the controls that they belong to; the other axis of a point stays at rest. */
export function overridesOf(
  controls: ControlSet,
  moved: ReadonlyMap<string, number>,
): ControlOverrides {
  const overrides = new Map<string, ControlValue>();
  for (const [target, value] of moved) {
    const place = placeOfTarget(controls, target);
    if (!place) continue;
    const { control } = place;
    const id = controlOfTarget(target);
    if (control.kind === 'range') overrides.set(id, value);
    else {
      const point = (overrides.get(id) as { x: number; y: number } | undefined) ?? control.rest;
      overrides.set(id, target.endsWith('/x') ? { ...point, x: value } : { ...point, y: value });
    }
  }
  return overrides;
}

import { FLICKS_PER_SECOND, type Flicks } from '../time';
import type { Cue } from './cue';
import { endsOther } from './cueTimes';

/** A cue that was fired while a pass was recorded, and for how long it was on, from the beginning of the pass. */
export interface FiredCue {
  readonly cue: string;
  readonly start: Flicks;
  readonly length: Flicks;
}

/** Shorter than this nothing is fired: one frame at 60 frames a second. */
const SHORTEST: Flicks = FLICKS_PER_SECOND / 60;

/** Which cues are on while they are fired live: held, latched or timed, and one only of each group. */
export class CueKeyboard {
  private readonly on = new Map<string, { readonly cue: Cue; readonly since: Flicks }>();
  private readonly done: FiredCue[] = [];

  /** The cues that are on, and since when. */
  get active(): readonly { readonly cue: Cue; readonly since: Flicks }[] {
    return [...this.on.values()];
  }

  /** A cue's key goes down. */
  press(cue: Cue, time: Flicks): void {
    if (this.on.has(cue.id)) {
      if (cue.mode === 'held') return;
      this.end(cue.id, time);
      // A timed one that is fired again begins anew.
      if (cue.mode === 'latched') return;
    }
    for (const { cue: other } of this.active) {
      if (endsOther(cue, other)) this.end(other.id, time);
    }
    this.on.set(cue.id, { cue, since: time });
  }

  /** A cue's key is let go. */
  release(id: string, time: Flicks): void {
    if (this.on.get(id)?.cue.mode === 'held') this.end(id, time);
  }

  /** Time goes on: what was to last so long ends. */
  pass(time: Flicks): void {
    for (const { cue, since } of this.active) {
      if (cue.mode === 'timed' && time >= since + cue.lasts) this.end(cue.id, since + cue.lasts);
    }
  }

  /** What was fired so far, as if all ended now. */
  soFar(time: Flicks): readonly FiredCue[] {
    const still = this.active.map(({ cue, since }) => firedCue(cue.id, since, time));
    return [...this.done, ...still].sort((a, b) => a.start - b.start);
  }

  /** Ends all, and gives what was fired since the last time, in order. */
  finish(time: Flicks): readonly FiredCue[] {
    this.pass(time);
    for (const { cue } of this.active) this.end(cue.id, time);
    return this.done.splice(0).sort((a, b) => a.start - b.start);
  }

  private end(id: string, time: Flicks): void {
    const one = this.on.get(id);
    if (!one) return;
    this.on.delete(id);
    this.done.push(firedCue(id, one.since, time));
  }
}

function firedCue(cue: string, start: Flicks, end: Flicks): FiredCue {
  return { cue, start, length: Math.max(SHORTEST, end - start) };
}

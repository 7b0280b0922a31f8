import { createStore } from 'zustand/vanilla';
import type { ControlSource } from '@cruvo/core/controls';
import { CueKeyboard, shareBeside, shareOfCue, type Cue, type FiredCue } from '@cruvo/core/cues';
import { cueSource, type MovedProgram } from '@cruvo/core/program';
import { toFlicks, type Flicks } from '@cruvo/core/time';

/** A cue that was fired, by the clock on the wall. */
interface Fired {
  readonly cue: Cue;
  readonly start: Flicks;
  /** Infinity while it is on. */
  readonly end: Flicks;
}

const now = () => toFlicks(performance.now() / 1000);

/** Says that a cue is on, for bodies and bursts that go by it: some cues move no control. */
function onSource({ id, name }: Cue): ControlSource {
  const still = { slots: [], sample: () => 0, mix: 'replace', weight: 1, muted: false } as const;
  return { ...still, name, layer: 'live', cue: id };
}

/** Cues that are fired by hand: they act at once, and are written down while a pass is recorded. */
export class LiveCues {
  /** The cues that are on. */
  readonly state = createStore<{ readonly active: ReadonlySet<string> }>(() => ({
    active: new Set(),
  }));
  private readonly keyboard = new CueKeyboard();
  private recorder = new CueKeyboard();
  private fired: readonly Fired[] = [];
  private frame: number | null = null;

  /**
   * @param passTime since a pass that is recorded began; null while none is
   * @param onChange told whenever another picture is to be seen
   */
  constructor(
    private readonly passTime: () => Flicks | null,
    private readonly onChange: () => void,
  ) {}

  /** @param lateBy how long ago its key went down, seconds: that is where it is recorded */
  press(cue: Cue, lateBy = 0): void {
    const at = this.passTime();
    if (at !== null) this.recorder.press(cue, Math.max(0, at - toFlicks(lateBy)));
    this.keyboard.press(cue, now());
    this.update();
  }

  release(id: string, lateBy = 0): void {
    const at = this.passTime();
    if (at !== null) this.recorder.release(id, Math.max(0, at - toFlicks(lateBy)));
    this.keyboard.release(id, now());
    this.update();
  }

  /** All keys are let go. */
  releaseAll(): void {
    for (const id of this.state.getState().active) this.release(id);
  }

  /** Ends all at once. */
  clear(): void {
    this.keyboard.finish(now());
    this.fired = [];
    this.update();
  }

  /** A pass begins: what is on already is on from its beginning. */
  begin(): void {
    this.recorder = new CueKeyboard();
    for (const { cue } of this.keyboard.active) this.recorder.press(cue, 0);
  }

  /** What was fired in the pass so far. */
  soFar(at: Flicks): readonly FiredCue[] {
    return this.recorder.soFar(at);
  }

  /** The pass ends; gives what was fired in it. */
  finish(at: Flicks): readonly FiredCue[] {
    return this.recorder.finish(at);
  }

  /** What the cues do just now, over all else. */
  sources(own: MovedProgram): readonly ControlSource[] {
    const material = {
      controls: own.controls,
      moves: own.knownMoves,
      reactions: own.reactions.value,
    };
    const all = this.fired;
    const on = all.filter(({ end }) => end === Infinity);
    const effects = all.flatMap((one) => {
      const { cue, start, end } = one;
      const clock = () => {
        const time = now();
        const share = shareOfCue(cue, start, end, time) * shareBeside(one, all, time);
        return { since: time - start, share, lasts: cue.lasts };
      };
      return cueSource(cue, material, clock, { layer: 'live' });
    });
    return [...effects, ...on.map(({ cue }) => onSource(cue))];
  }

  private update(): void {
    const time = now();
    this.keyboard.pass(time);
    const active = new Map(this.keyboard.active.map((one) => [one.cue.id, one]));
    const known = this.fired.map((one): Fired => {
      const still = active.get(one.cue.id)?.since === one.start;
      return still || one.end < Infinity ? one : { ...one, end: time };
    });
    const begun = [...active.values()]
      .filter(
        ({ cue, since }) => !known.some((one) => one.cue.id === cue.id && one.start === since),
      )
      .map(({ cue, since }): Fired => ({ cue, start: since, end: Infinity }));
    const gone = ({ cue, end }: Fired) => time > end + cue.easeOut;
    this.fired = [...known.filter((one) => !gone(one)), ...begun];
    const before = this.state.getState().active;
    const same = before.size === active.size && [...active.keys()].every((id) => before.has(id));
    if (!same) this.state.setState({ active: new Set(active.keys()) });
    this.onChange();
    // They come, go and move on with every picture.
    if (this.fired.length > 0) this.frame ??= requestAnimationFrame(() => this.tick());
  }

  private tick(): void {
    this.frame = null;
    const at = this.passTime();
    if (at !== null) this.recorder.pass(at);
    this.update();
  }
}

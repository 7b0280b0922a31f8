import { createStore } from 'zustand/vanilla';
import { mouthOverrides } from '@cruvo/core/character';
import {
  inLayers,
  mixControls,
  overridesSource,
  type ControlSource,
  type ControlValue,
} from '@cruvo/core/controls';
import {
  LIVE_BEAT,
  LiveLife,
  liveLifeSource,
  type LiveMessage,
  type LiveValues,
} from '@cruvo/core/live';
import { DEFAULT_FIT, type FitSettings, type MouthState } from '@cruvo/core/mouth';
import { bodyMapOf } from '@cruvo/core/performance';
import {
  overridesOf,
  type LiveSources,
  type MemberProgram,
  type Program,
} from '@cruvo/core/program';
import { toFlicks } from '@cruvo/core/time';
import { LiveCues } from '../../studio/perform/cues/liveCues';
import { LiveLink } from '../liveLink';
import { LiveVoice } from '../liveVoice';
import { DelayMeter } from '../delayMeter';

const NO_SHARES: ReadonlyMap<string, number> = new Map();
/** Pages are told of what moves at most so often, ms. */
const TELL_EVERY_MS = 25;

/** What is written down while it is recorded; seconds from its beginning. */
export interface DeskRecording {
  readonly passTime: () => number;
  readonly move: (member: string, target: string, value: number) => void;
  readonly letGo: (member: string, target: string) => void;
}

/** One of the cast at the desk: a voice, cues, a face, and the life of the body. */
export class LiveMember {
  readonly voice: LiveVoice;
  readonly cues: LiveCues;
  readonly state = createStore<{ readonly lively: boolean }>(() => ({ lively: false }));
  /** What face and hands move, by target. */
  private readonly moved = new Map<string, number>();
  private life: LiveLife;
  private mouth: MouthState | null = null;
  /** When the sound was heard whose mouth nobody has seen yet. */
  private unseen: number | null = null;

  constructor(
    readonly id: string,
    private readonly desk: LiveDesk,
    seed: number,
  ) {
    this.life = new LiveLife(seed);
    this.voice = new LiveVoice((mouth, sound) => {
      this.mouth = mouth;
      if (sound !== null) this.unseen ??= sound;
      desk.changed(sound);
    });
    this.voice.onFrame = (frame) => this.life.hear(frame);
    this.cues = new LiveCues(
      () => (desk.recording ? toFlicks(desk.recording.passTime()) : null),
      () => desk.changed(null),
    );
  }

  /** Moves targets, as a face or a hand does. */
  moveAll(targets: Iterable<readonly [target: string, value: number]>): void {
    for (const [target, value] of targets) {
      this.moved.set(target, value);
      this.desk.recording?.move(this.id, target, value);
    }
    this.desk.changed(null);
  }

  letGo(targets: readonly string[]): void {
    for (const target of targets) {
      if (this.moved.delete(target)) this.desk.recording?.letGo(this.id, target);
    }
    this.desk.changed(null);
  }

  setLively(lively: boolean): void {
    this.state.setState({ lively });
    this.desk.changed(null);
  }

  /** Goes on with life by a time, seconds. */
  pass(seconds: number): void {
    if (this.state.getState().lively) this.life.pass(seconds);
  }

  /** What moves it just now beside the scene. */
  sources(own: MemberProgram): readonly ControlSource[] {
    const { controls } = own;
    const shares = this.lifeShares(own);
    const lively = shares.size > 0 ? [liveLifeSource(controls, shares)] : [];
    const mouth = this.mouth ? [overridesSource(controls, mouthOverrides(this.mouth))] : [];
    const moved =
      this.moved.size > 0 ? [overridesSource(controls, overridesOf(controls, this.moved))] : [];
    return [...lively, ...mouth, ...this.cues.sources(own), ...moved];
  }

  /** How far life moves each target, -1 to 1; nothing where it is off. */
  readonly lifeShares = ({ character }: MemberProgram): ReadonlyMap<string, number> =>
    this.state.getState().lively ? this.life.shares(bodyMapOf(character)) : NO_SHARES;

  /** A picture was painted: measures how long the sounds took that are seen in it for the first time. */
  painted(): void {
    if (this.unseen === null) return;
    this.voice.painted(this.unseen);
    this.unseen = null;
  }
}

export interface DeskState {
  /** Pages that are open. */
  readonly pages: number;
  readonly connected: boolean;
  /** From a sound to its mouth on a page, milliseconds. */
  readonly delay: { readonly median: number; readonly most: number } | null;
}

/** Where one is on air: what all of the cast do live, and what pages are told of it. */
export class LiveDesk {
  readonly state = createStore<DeskState>(() => ({ pages: 0, connected: false, delay: null }));
  readonly members: ReadonlyMap<string, LiveMember>;
  /** Where what happens is written down; null: nowhere. */
  recording: DeskRecording | null = null;
  /** Has another picture painted as soon as something changed. */
  onChange: (() => void) | null = null;
  private link: LiveLink | null = null;
  private readonly delay = new DelayMeter();
  private toldAt = -Infinity;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private beat: ReturnType<typeof setInterval> | undefined;
  private sound: number | null = null;
  private passedAt = performance.now();

  /** @param fits how mouths follow voices, by cast member */
  constructor(
    private program: Program,
    private readonly fits: ReadonlyMap<string, FitSettings>,
  ) {
    this.members = new Map(
      program.members.map(({ member }, at) => [member.id, new LiveMember(member.id, this, at + 1)]),
    );
    this.swap(program);
  }

  /** Takes over another program of the scene. */
  swap(program: Program): void {
    this.program = program;
    for (const { member, character } of program.members) {
      const fit = this.fits.get(member.id) ?? DEFAULT_FIT;
      this.members.get(member.id)?.voice.setMouth(character.mouth, fit);
    }
  }

  /** Goes on air: pages of the scene show what happens here. @returns what ends it */
  open(scene: string): () => void {
    this.link = new LiveLink(`/scenes/${scene}/desk`, {
      message: (message) => this.hear(message),
      connected: (connected) => {
        this.state.setState(connected ? { connected } : { connected, pages: 0 });
        if (connected) this.tell();
      },
    });
    this.beat = setInterval(() => this.tell(), 1000 * LIVE_BEAT);
    return () => {
      clearInterval(this.beat);
      clearTimeout(this.timer);
      this.link?.close();
      this.link = null;
      for (const { voice, cues } of this.members.values()) {
        voice.stop();
        cues.clear();
      }
    };
  }

  /** Something moves: pages are told, and the stage is painted. @param sound when a sound was heard that shows for the first time */
  changed(sound: number | null): void {
    if (sound !== null) {
      this.sound ??= sound;
    }
    const wait = this.toldAt + TELL_EVERY_MS - performance.now();
    // Another drawing of the mouth is worth its time.
    if (wait <= 0 || sound !== null) this.tell();
    else this.timer ??= setTimeout(() => this.tell(), wait);
    if (sound !== null) this.onChange?.();
  }

  /** What lies over the scene just now. */
  live(): LiveSources {
    this.pass();
    return new Map(
      this.program.members.flatMap((own) => {
        const sources = this.members.get(own.member.id)?.sources(own) ?? [];
        return sources.length > 0 ? [[own.member.id, sources] as const] : [];
      }),
    );
  }

  /** A picture was painted. */
  painted(): void {
    for (const member of this.members.values()) member.painted();
  }

  private pass(): void {
    const now = performance.now();
    const seconds = Math.min(1, (now - this.passedAt) / 1000);
    this.passedAt = now;
    for (const member of this.members.values()) member.pass(seconds);
  }

  private tell(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.toldAt = performance.now();
    const { sound } = this;
    this.sound = null;
    this.link?.say({ kind: 'state', sound, members: this.values() });
    const again = [...this.members.values()].some(({ state }) => state.getState().lively);
    // Life goes on by itself.
    if (again && this.link) this.timer = setTimeout(() => this.tell(), TELL_EVERY_MS);
  }

  private values(): LiveValues {
    const time = toFlicks(performance.now() / 1000) % this.program.scene.length;
    const live = this.live();
    return Object.fromEntries(
      this.program.members.flatMap((own) => {
        const sources = live.get(own.member.id);
        return sources ? [[own.member.id, valuesOf(own, sources, time)] as const] : [];
      }),
    );
  }

  private hear(message: LiveMessage): void {
    if (message.kind === 'hello') this.tell();
    else if (message.kind === 'pages') this.state.setState({ pages: message.count });
    else if (message.kind === 'painted') {
      this.delay.add(message.at - message.sound);
      this.state.setState({ delay: this.delay.summary() });
    }
  }
}

/** The controls that sources set, as they stand over all else. */
function valuesOf(
  { controls, sources: beneath }: MemberProgram,
  sources: readonly ControlSource[],
  time: number,
): Record<string, ControlValue> {
  const values = mixControls(controls, inLayers([...beneath, ...sources]), time);
  const set = new Set(sources.flatMap(({ slots }) => slots));
  const found: Record<string, ControlValue> = {};
  for (const control of controls.controls) {
    const slot = controls.slots.get(control.id)!;
    if (!set.has(slot) && !(control.kind === 'point' && set.has(slot + 1))) continue;
    found[control.id] =
      control.kind === 'point'
        ? { x: values[slot]!, y: values[slot + 1]! }
        : control.kind === 'choice'
          ? (control.options[values[slot]!] ?? control.rest)
          : values[slot]!;
  }
  return found;
}

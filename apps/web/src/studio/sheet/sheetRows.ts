import type { PeakPyramid } from '@cruvo/core/audio';
import { chartOf, moodsOf } from '@cruvo/core/mouth';
import { exposureAt, type LineProgram, type MemberProgram } from '@cruvo/core/program';
import {
  heardVoice,
  markersOf,
  moodStretches,
  type PlacedDirection,
  placedDirections,
  type Scene,
  sceneTime,
  voiceTime,
} from '@cruvo/core/scene';
import { soundAt, SILENCE, UNSURE, VISEME_NAMES, type SpokenWord } from '@cruvo/core/speech';
import { firstWhere } from '@cruvo/core/numbers';
import { frameStart, toSeconds, type Flicks } from '@cruvo/core/time';
import type { SheetStep } from './sheetSelection';

/** What a row of the sheet says of a mouth. */
export interface MouthCell {
  readonly drawing: string;
  readonly byHand: boolean;
  /** Whether it is first seen here; otherwise it is held. */
  readonly begins: boolean;
}

/** A row of the sheet: one frame of the scene, or two. */
export interface SheetRow {
  /** The first frame of the row. */
  readonly frame: number;
  /** How loud it is, 0 to 1. */
  readonly level: number;
  /** The word that begins here. */
  readonly word: string | null;
  /** The sound that begins here, as its mouth is called. */
  readonly sound: string | null;
  readonly unsure: boolean;
  readonly mouth: MouthCell | null;
  /** The mood that begins here; null where it goes on. */
  readonly mood: string | null;
  /** Markers and stage directions that begin here. */
  readonly note: string;
}

/** What a frame shows of a member's mouth. */
export function mouthCell(
  { lines }: MemberProgram,
  frame: number,
  { frameRate }: Pick<Scene, 'frameRate'>,
): MouthCell | null {
  const shown = exposureAt(lines, frame, frameRate);
  if (!shown) return null;
  const { mouth, begins } = shown;
  return { drawing: mouth.drawing, byHand: mouth.byHand, begins };
}

/** What stands in a row for the member that is worked on. */
export function sheetRow(
  member: MemberProgram,
  scene: Scene,
  peaks: ReadonlyMap<string, PeakPyramid>,
  frame: number,
  step: SheetStep,
): SheetRow {
  const { frameRate } = scene;
  const [from, to] = [frame, frame + step].map((at) => frameStart(at, frameRate)) as [
    number,
    number,
  ];
  const shown = exposureAt(member.lines, frame, frameRate);
  const line = shown?.line;
  const [start, end] = line
    ? [toSeconds(voiceTime(line.line, from)), toSeconds(voiceTime(line.line, to))]
    : [0, 0];
  const sound = line?.track ? soundAt(line.track, start) : undefined;
  const next = line?.track ? soundAt(line.track, end - 1e-6) : undefined;
  const begun = next && next.start >= start ? next : null;
  const spoken = begun ?? (sound && sound.start >= start ? sound : null);
  const heard = line && heardVoice(line.line);
  const envelope = heard && peaks.get(heard.peaks)?.between(start, end);
  return {
    frame,
    level: envelope ? Math.max(-envelope.low, envelope.high) : 0,
    word: line?.track ? wordFrom(line.track.words, start, end) : null,
    sound: spoken && spoken.viseme !== SILENCE ? VISEME_NAMES[spoken.viseme]! : null,
    unsure: spoken !== null && spoken.viseme !== SILENCE && spoken.confidence < UNSURE,
    mouth: mouthCell(member, frame, scene),
    mood: line ? moodFrom(member, line, from, to) : null,
    note: [
      ...markersOf(scene)
        .filter((marker) => marker.start >= from && marker.start < to)
        .map(({ name }) => name),
      ...(line ? directionsFrom(line, from, to) : []),
    ].join(', '),
  };
}

/** The mood that begins between two times of the scene, in the middle of a line or with it. */
function moodFrom(
  { character: { mouth } }: MemberProgram,
  { line }: LineProgram,
  from: Flicks,
  to: Flicks,
): string | null {
  const first = mouth ? moodsOf(chartOf(mouth))[0] : undefined;
  const begun = moodStretches(line).findLast(({ start }) => {
    const shown = Math.max(line.start, sceneTime(line, start));
    return shown >= from && shown < to;
  });
  return begun ? (begun.mood ?? first ?? null) : null;
}

const placed = new WeakMap<LineProgram, readonly PlacedDirection[]>();

/** The stage directions of a line between two times of the scene, in brackets. */
function directionsFrom(program: LineProgram, from: Flicks, to: Flicks): string[] {
  let all = placed.get(program);
  if (!all) placed.set(program, (all = placedDirections(program.line, program.track, null)));
  return all
    .filter(({ time }) => {
      const shown = Math.max(program.line.start, sceneTime(program.line, time));
      return shown >= from && shown < to;
    })
    .map(({ text }) => `[${text}]`);
}

/** The word that begins between two times of its voice, seconds. */
function wordFrom(words: readonly SpokenWord[], start: number, end: number): string | null {
  const word = words[firstWhere(words, (one) => one.start >= start - 1e-9)];
  return word && word.start < end ? word.text : null;
}

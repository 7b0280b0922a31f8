import { articulate, type ArticulationOverTime } from '../mouth/articulate';
import { chartInMood, withPauseDrawing } from '../mouth/coverage';
import type { FitSettings } from '../mouth/fitSettings';
import { fittedChart } from '../mouth/fittedChart';
import type { MouthChart } from '../mouth/mouthChart';
import { chartOf, isContinuous, type MouthRig } from '../mouth/mouthRig';
import { withCorrections, type HeldDrawing, type Mouth } from '../mouth/mouths';
import { selectMouthDrawings } from '../mouth/selectMouthDrawings';
import { endOf, sceneTime, type Line } from '../scene/line';
import { moodStretches, type Mood, type MoodStretch } from '../scene/moods';
import type { VoiceTrack } from '../speech/voiceTrack';
import type { Flicks, FrameRateName } from '../time';
import { reuse, sameInputs, type Memo } from './memo';

/** A line made ready to be played by one mouth. */
export interface LineProgram {
  readonly line: Line;
  /** What was heard in its voice; null until then. */
  readonly track: VoiceTrack | null;
  /** Covers the voice from 0 to its end, heard or not, in times of the voice: as fitted, with the corrections over it. */
  readonly mouths: readonly Mouth[];
  /** Where one mood goes over into another, in order. */
  readonly blends: readonly MoodBlend[];
  /** What a continuous mouth follows; null for one that holds drawings, and where nothing was heard. */
  readonly articulation: ArticulationOverTime | null;
  /** Whether its mouths are still being chosen; those of before are shown until then. */
  readonly pending: boolean;
  readonly steps: LineSteps;
}

/** How one mood goes over into another about a time; times of the voice. */
interface MoodBlend {
  readonly start: Flicks;
  readonly time: Flicks;
  readonly end: Flicks;
  /** What would be seen all along in the mood that is left, and in the one that comes. */
  readonly before: readonly HeldDrawing[];
  readonly after: readonly HeldDrawing[];
}

/** What a line is made ready from, step by step; charts and selections by its moods. */
interface LineSteps {
  /** All that the steps were made from. */
  readonly inputs: readonly unknown[];
  readonly charts: ReadonlyMap<string, Memo<MouthChart>>;
  readonly selections: ReadonlyMap<string, Memo<readonly HeldDrawing[]>>;
  /** The choices of all moods, each where it is seen. */
  readonly selection: Memo<readonly HeldDrawing[]>;
  readonly mouths: Memo<readonly Mouth[]>;
  readonly articulation: Memo<ArticulationOverTime | null>;
}

/** All that the choice of a line's mouths depends on. */
export interface SelectionRequest {
  /** Id of the line. */
  readonly line: string;
  /** Which of its moods it is; see keyOfMood. */
  readonly mood: string;
  readonly track: VoiceTrack;
  readonly fit: FitSettings;
  readonly rig: MouthRig;
  /** What the mouth shows in that line. */
  readonly chart: MouthChart;
  readonly duration: Flicks;
  readonly frameRate: FrameRateName;
}

/** Chooses the mouths of a line; null where that is still under way. */
export type SelectMouths = (request: SelectionRequest) => readonly HeldDrawing[] | null;

/** Chooses the mouths of a line at once. */
export const selectAtOnce = ({
  track,
  fit,
  rig,
  chart,
  duration,
  frameRate,
}: SelectionRequest): readonly HeldDrawing[] =>
  selectMouthDrawings(track, fit, fittedChart(rig, chart, track, fit), { duration, frameRate });

/**
 * Makes a line ready, as far as it differs from before.
 *
 * @param before the same line in the program before
 */
export function compileLine(
  line: Line,
  track: VoiceTrack | null,
  rig: MouthRig,
  frameRate: FrameRateName,
  select: SelectMouths,
  before: LineProgram | undefined,
): LineProgram {
  const all = [line, track, rig, frameRate];
  if (before && !before.pending && sameInputs(before.steps.inputs, all)) return before;
  const { fit, corrections, duration } = line;
  const known = before?.steps;
  const stretches = moodStretches(line);
  const moods = new Map(stretches.map((stretch) => [keyOfMood(stretch), stretch]));
  const charts = mapped(moods, (mood, key) =>
    reuse(known?.charts.get(key), [rig], () => chartOfLine(rig, mood)),
  );
  const selections = mapped(charts, ({ value }, key) => selectionOf(value, key));
  const selection = reuse(
    known?.selection,
    [line.moods, ...[...selections.values()].map(({ value }) => value)],
    () => {
      return spliced(stretches, (stretch) => selections.get(keyOfMood(stretch))!.value);
    },
  );
  const mouths = reuse(known?.mouths, [selection.value, corrections, rig], () =>
    withCorrections(selection.value, shownCorrections(line, rig)),
  );
  const articulation = reuse(known?.articulation, [track, fit, rig], () =>
    track && isContinuous(rig) ? articulate(track, fit) : null,
  );
  const pending = [...selections.values()].some(({ inputs }) => inputs === PENDING);
  const steps = { inputs: all, charts, selections, selection, mouths, articulation };
  const blends = blendsOf(line, stretches, (mood) => selections.get(keyOfMood(mood))!.value);
  return {
    ...{ line, track, mouths: mouths.value, articulation: articulation.value },
    ...{ blends, pending, steps },
  };

  function selectionOf(chart: MouthChart, mood: string): Memo<readonly HeldDrawing[]> {
    const atRest = [{ start: 0, end: duration, drawing: chart.rest }];
    const inputs = [track, fit, rig, chart, duration, frameRate];
    const earlier = known?.selections.get(mood);
    if (!track) return reuse(earlier, inputs, () => atRest);
    let selected: readonly HeldDrawing[] | null = null;
    const found = reuse(earlier, inputs, () => {
      selected = select({ line: line.id, mood, track, fit, rig, chart, duration, frameRate });
      return selected ?? [];
    });
    if (found === earlier || selected) return found;
    return { inputs: PENDING, value: earlier?.value ?? atRest };
  }
}

/** Tells moods apart. */
export const keyOfMood = ({ mood, pauseDrawing }: Mood) => JSON.stringify([mood, pauseDrawing]);

function mapped<Value, Result>(
  map: ReadonlyMap<string, Value>,
  of: (value: Value, key: string) => Result,
): ReadonlyMap<string, Result> {
  return new Map([...map].map(([key, value]) => [key, of(value, key)]));
}

/** What is seen in stretches one after the other, of what would be seen all along in each. */
function spliced(
  stretches: readonly MoodStretch[],
  of: (stretch: MoodStretch) => readonly HeldDrawing[],
): readonly HeldDrawing[] {
  if (stretches.length === 1) return of(stretches[0]!);
  const pieces: HeldDrawing[] = [];
  for (const stretch of stretches) {
    for (const { drawing, ...held } of of(stretch)) {
      const start = Math.max(held.start, stretch.start);
      const end = Math.min(held.end, stretch.end);
      if (end <= start) continue;
      const last = pieces.at(-1);
      if (last?.drawing === drawing) pieces[pieces.length - 1] = { ...last, end };
      else pieces.push({ start, end, drawing });
    }
  }
  return pieces;
}

/** The changes of mood that are no cuts; each keeps to the stretches beside it. */
function blendsOf(
  { moods }: Line,
  stretches: readonly MoodStretch[],
  of: (mood: Mood) => readonly HeldDrawing[],
): MoodBlend[] {
  return stretches.slice(1).flatMap((stretch, at) => {
    const { blend } = moods.find(({ time }) => time === stretch.start)!;
    const left = stretches[at]!;
    if (blend === 0) return [];
    const time = stretch.start;
    const start = Math.max(left.start, time - blend / 2);
    const end = Math.min(stretch.end, time + blend / 2);
    return [{ start, time, end, before: of(left), after: of(stretch) }];
  });
}

/** The inputs of a choice that is still under way: no others are the same. */
const PENDING: readonly unknown[] = [Symbol('pending')];

/** Corrections whose drawings are still there. */
function shownCorrections({ corrections }: Line, rig: MouthRig): Line['corrections'] {
  const shown = new Set(chartOf(rig).drawings.map(({ drawing }) => drawing));
  return corrections.filter(({ drawing }) => shown.has(drawing));
}

/** The mouths that a line shows in a mood, with what it shows in pauses at rest. */
export function chartOfLine(rig: MouthRig, { mood, pauseDrawing }: Mood): MouthChart {
  return withPauseDrawing(chartInMood(chartOf(rig), mood), pauseDrawing);
}

/** From when on, in the scene, a line may be seen otherwise than before; Infinity where it is not. */
export function lineChangedFrom(
  before: LineProgram | undefined,
  after: LineProgram | undefined,
): Flicks {
  if (before === after) return Infinity;
  const starts = [before, after].map((one) => one?.line.start ?? Infinity);
  const [from, to] = [before?.steps, after?.steps];
  const moved =
    starts[0] !== starts[1] ||
    before?.line.offset !== after?.line.offset ||
    before?.line.row !== after?.line.row;
  if (moved || from?.articulation.value !== to?.articulation.value || !before || !after) {
    return Math.min(...starts);
  }
  const ends = [before, after].map(({ line }) => endOf(line));
  const trimmed = ends[0] === ends[1] ? Infinity : Math.min(...ends);
  const at = after.mouths.findIndex((mouth, index) => !sameMouth(mouth, before.mouths[index]));
  if (at < 0) return trimmed;
  return Math.min(
    trimmed,
    Math.max(after.line.start, sceneTime(after.line, after.mouths[at]!.start)),
  );
}

function sameMouth(a: Mouth, b: Mouth | undefined): boolean {
  return !!b && a.start === b.start && a.end === b.end && a.drawing === b.drawing;
}

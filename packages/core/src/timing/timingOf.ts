import { endOfMove } from '../keys';
import { endOfTake } from '../passes';
import { Player, type LineProgram, type MemberProgram, type Program } from '../program';
import { endOf, sceneTime, type Stretch } from '../scene/line';
import { markersOf } from '../scene/marker';
import { linesOf, speakerOf } from '../scene/scene';
import { frameCount, frameMiddle, toFlicks, toSeconds, type FrameRateName } from '../time';
import { memberName, mouthLabels } from './shownMouths';
import {
  TIMING_VERSION,
  type Timed,
  type TimedClip,
  type TimedControl,
  type TimedLine,
  type Timing,
} from './timing';

/** Is told how many frames of all are read; it may throw to end the work. */
export type OnFrame = (done: number, all: number) => void;

/** When things happen in a stretch of a scene. @param frameRate in which controls are read */
export async function timingOf(
  program: Program,
  stretch: Stretch,
  frameRate: FrameRateName,
  onFrame: OnFrame = () => undefined,
): Promise<Timing> {
  const { scene, members } = program;
  const place = (start: number, end: number) => within(stretch, start, end);
  return {
    ...{ format: 'cruvo timing', version: TIMING_VERSION, scene: scene.name, frameRate },
    length: toSeconds(stretch.end - stretch.start),
    characters: members.map(memberName),
    lines: linesOf(scene).flatMap((line) => {
      const at = place(line.start, endOf(line));
      const own = program.memos.get(speakerOf(scene, line))?.value;
      if (!at || !own) return [];
      const { name, script, language, voice } = line;
      const known = program.lines.get(line.id);
      return [
        {
          ...{ ...at, name, speaker: memberName(own), script, language },
          voice: voice?.name ?? null,
          offset: toSeconds(line.offset + Math.max(0, stretch.start - line.start)),
          ...(known ? heardIn(known, own, stretch) : { words: [], sounds: [], mouths: [] }),
        },
      ];
    }),
    clips: members.flatMap((own) => clipsOf(own, place)),
    markers: markersOf(scene).flatMap(({ name, start, length }) => {
      const at = place(start, start + length);
      return at ? [{ ...at, name }] : [];
    }),
    controls: await movingControls(program, stretch, frameRate, onFrame),
  };
}

/** A time of the scene within what is delivered, seconds; null where it lies outside. */
function within(stretch: Stretch, start: number, end: number): Timed | null {
  const moment = start === end && start >= stretch.start && start < stretch.end;
  const from = Math.max(start, stretch.start);
  const to = Math.min(end, stretch.end);
  if (to <= from && !moment) return null;
  return { start: toSeconds(from - stretch.start), end: toSeconds(to - stretch.start) };
}

function heardIn(
  { line, track, mouths }: LineProgram,
  own: MemberProgram,
  stretch: Stretch,
): Pick<TimedLine, 'words' | 'sounds' | 'mouths'> {
  const part = {
    start: Math.max(stretch.start, line.start),
    end: Math.min(stretch.end, endOf(line)),
  };
  /** What is heard or seen within the line; its times of the voice become those of what is delivered. */
  const heard = <Item extends Timed, Kept>(
    items: readonly Item[],
    flicks: (time: number) => number,
    keep: (item: Item) => Kept,
  ) =>
    items.flatMap((item) => {
      const [start, end] = [item.start, item.end].map((time) => sceneTime(line, flicks(time)));
      const at = within(part, start!, end!);
      if (!at) return [];
      const later = toSeconds(part.start - stretch.start);
      return [{ start: at.start + later, end: at.end + later, ...keep(item) }];
    });
  const labels = mouthLabels(own);
  return {
    words: heard(track?.words ?? [], toFlicks, ({ text }) => ({ text })),
    sounds: heard(track?.sounds ?? [], toFlicks, ({ viseme, phone, word, confidence }) => {
      return { viseme, phone, word, confidence };
    }),
    mouths: heard(
      mouths,
      (time) => time,
      ({ drawing, byHand }) => ({ drawing: labels.get(drawing) ?? drawing, byHand }),
    ),
  };
}

function clipsOf(
  own: MemberProgram,
  place: (start: number, end: number) => Timed | null,
): TimedClip[] {
  const character = memberName(own);
  const clip = (
    kind: TimedClip['kind'],
    name: string,
    start: number,
    end: number,
    channels: readonly string[] = [],
  ): TimedClip[] => {
    const at = place(start, end);
    return at ? [{ ...at, kind, name, character, channels }] : [];
  };
  return [
    ...own.cues.flatMap(({ cue, start, end }) => clip('cue', cue.name, start, end)),
    ...own.moves
      .filter(({ muted }) => !muted)
      .flatMap((placed) => {
        const move = own.knownMoves[placed.move];
        return move ? clip('move', move.name, placed.start, endOfMove(placed, move)) : [];
      }),
    ...own.takes
      .filter(({ take }) => !take.muted)
      .flatMap(({ take }) =>
        clip(
          'take',
          take.name,
          take.start,
          endOfTake(take),
          take.channels.map(({ control }) => control),
        ),
      ),
  ].sort((a, b) => a.start - b.start);
}

/** The controls that do not stand still, as they are in the middle of each frame. */
async function movingControls(
  program: Program,
  { start, end }: Stretch,
  frameRate: FrameRateName,
  onFrame: OnFrame,
): Promise<TimedControl[]> {
  const player = new Player(program);
  const count = frameCount(end - start, frameRate);
  const tables = program.members.map((own) => ({
    own,
    values: Array.from(own.controls.rest, () => new Float64Array(count)),
  }));
  for (let frame = 0; frame < count; frame++) {
    for (const { own, values } of tables) {
      const now = player.valuesAt(own.member.id, start + frameMiddle(frame, frameRate))!;
      now.forEach((value, slot) => (values[slot]![frame] = value));
    }
    onFrame(frame + 1, count);
    // Others have their turn.
    if (frame % FRAMES_AT_ONCE === 0) await new Promise((resolve) => setTimeout(resolve));
  }
  return tables.flatMap(({ own, values }) =>
    own.controls.controls.flatMap((control): TimedControl[] => {
      const slot = own.controls.slots.get(control.id)!;
      const character = memberName(own);
      const table = (at: number, suffix: string): TimedControl[] => {
        const numbers = [...values[at]!].map(rounded);
        if (numbers.every((value) => value === numbers[0])) return [];
        const { id, label } = control;
        return [{ character, control: `${id}${suffix}`, label, values: numbers }];
      };
      return control.kind === 'point'
        ? [...table(slot, '/x'), ...table(slot + 1, '/y')]
        : table(slot, '');
    }),
  );
}

/** Frames that are read before others have their turn. */
const FRAMES_AT_ONCE = 50;

/** Finer than anybody sees. */
const rounded = (value: number) => Math.round(value * 1e5) / 1e5;

import type { FrameItem } from '../frame';
import type { Box, Point } from '../geometry';
import type { Typeface } from '../lettering/typeface';
import type { CaptionSettings, ShownKind } from '../scene/captionSettings';
import { endOf, sceneTime, type Line } from '../scene/line';
import type { StageSettings } from '../scene/scene';
import type { VoiceTrack } from '../speech/voiceTrack';
import { toFlicks, toSeconds, type Flicks } from '../time';
import { bubblePlace, onStage, type BubbleSurroundings } from './bubblePlace';
import { cuesOf, type Cue } from './cues';
import { bubbleItem, plateItem, wordItem } from './paintWords';
import { linesNeeded, wrapped } from './wrap';
import { writtenWords } from './writtenWords';

/** Who speaks a line, as a bubble must know; stage units. */
export type SpeakerPlace = Omit<BubbleSurroundings, 'stage' | 'margin'> & {
  /** False where who speaks is not seen: a bubble has no tail then. */
  readonly seen: boolean;
};

/** All that what is written of a line depends on. */
export interface CaptionInput {
  readonly line: Line;
  readonly kind: ShownKind;
  /** Null where nothing was heard: the words share the time of the line. */
  readonly track: VoiceTrack | null;
  readonly settings: CaptionSettings;
  readonly stage: StageSettings;
  readonly typeface: Typeface;
  readonly place: () => SpeakerPlace;
}

/** What is written on the stage for some time. */
export interface SetCue {
  readonly start: Flicks;
  readonly end: Flicks;
  readonly box: Box;
  readonly ground: readonly FrameItem[];
  /** Each from when it is seen. */
  readonly words: readonly { readonly start: Flicks; readonly item: FrameItem }[];
}

/** How wide text may be, a share of the stage's width, and of how many lines, on a stage that is wide or upright. */
const ROOM = {
  caption: { wide: 0.84, upright: 0.88, lines: 2, linesUpright: 3 },
  bubble: { wide: 0.3, upright: 0.62, lines: 4, linesUpright: 4 },
} as const;
/** From baseline to baseline, and between words and the edge of what lies beneath them; ems. */
const LEADING = 1.25;
const PADDING = {
  caption: { across: 0.5, down: 0.35 },
  bubble: { across: 0.8, down: 0.6 },
} as const;
/** A share of the stage's shorter side. */
const MARGIN = 0.04;

/** The words of a line on the stage, set when they are first asked for. */
export class CaptionedLine {
  private set: readonly SetCue[] | null = null;

  constructor(private readonly input: CaptionInput) {}

  get line(): Line {
    return this.input.line;
  }

  get kind(): ShownKind {
    return this.input.kind;
  }

  /** Pieces that are read one after the other. */
  get cues(): readonly SetCue[] {
    this.set ??= this.make();
    return this.set;
  }

  /** What is seen at a time of the scene; null: nothing. */
  cueAt(time: Flicks): SetCue | null {
    const { line } = this.input;
    if (time < line.start || time >= endOf(line)) return null;
    return this.cues.find(({ start, end }) => time >= start && time < end) ?? null;
  }

  private make(): readonly SetCue[] {
    const { line, kind, track, typeface, stage } = this.input;
    const upright = stage.height > stage.width;
    const room = ROOM[kind];
    const most = ((upright ? room.upright : room.wide) * stage.width) / this.em;
    const lines = upright ? room.linesUpright : room.lines;
    const heard = { start: toSeconds(line.offset), end: toSeconds(line.offset + line.length) };
    const words = writtenWords(line.script, track?.words ?? [], heard);
    const cues = cuesOf(
      words,
      (some) =>
        linesNeeded(
          some.map(({ text }) => text),
          typeface,
          most,
        ) <= lines,
    );
    const boxes = cues.map((cue) => this.measured(cue, most));
    const middles = this.middles(boxes);
    return cues.map((cue, at) => this.setCue(cue, at, boxes[at]!, middles[at]!));
  }

  /** Of the letters, stage units. */
  private get em(): number {
    const { kind, stage, settings } = this.input;
    return settings[kind].size * Math.min(stage.width, stage.height);
  }

  private measured({ words }: Cue, most: number) {
    const set = wrapped(
      words.map(({ text }) => text),
      this.input.typeface,
      most,
    );
    const { em } = this;
    const { across, down } = PADDING[this.kind];
    return {
      set,
      width: (set.width + 2 * across) * em,
      height: (set.lines * LEADING + 2 * down) * em,
    };
  }

  /** Where the middles of all cues stand: where they were placed, or where there is room. */
  private middles(boxes: readonly { width: number; height: number }[]): readonly Point[] {
    const { line, kind, stage, settings, place } = this.input;
    const around = { stage, margin: MARGIN * Math.min(stage.width, stage.height) };
    const { at } = line.caption;
    if (at) {
      const middle = { x: at.x * stage.width, y: at.y * stage.height };
      return boxes.map((box) => onStage(middle, box, around));
    }
    const [first] = boxes;
    if (kind === 'bubble' && first) {
      // One place for the whole line: the one in which its largest bubble has room.
      const largest = boxes.reduce((most, box) => (area(box) > area(most) ? box : most), first);
      const middle = bubblePlace(largest, { ...around, ...place() });
      return boxes.map(() => middle);
    }
    return boxes.map(({ height }) => {
      const edge = around.margin + height / 2;
      const { place: side } = settings.caption;
      return { x: stage.width / 2, y: side === 'top' ? edge : stage.height - edge };
    });
  }

  private setCue(
    cue: Cue,
    index: number,
    { set, width, height }: ReturnType<CaptionedLine['measured']>,
    middle: Point,
  ): SetCue {
    const { line, kind, typeface, settings, place } = this.input;
    const look = settings[kind];
    const { em } = this;
    const box = { x: middle.x - width / 2, y: middle.y - height / 2, width, height };
    const id = `caption/${line.id}/${index}`;
    const time = (seconds: number) => sceneTime(line, toFlicks(seconds));
    // The block of lines stands in the middle; capitals of its first line as far from the edge as its last baseline.
    const first = middle.y - ((set.lines - 1) * LEADING * em) / 2 + (typeface.capHeight * em) / 2;
    const words = cue.words.map(({ text, start }, at) => {
      const { line: row, x } = set.words[at]!;
      const on = { x: middle.x + x * em, y: first + row * LEADING * em };
      return {
        start: look.appears === 'words' ? time(start) : time(cue.start),
        item: wordItem(`${id}/${at}`, text, typeface, look, em, on),
      };
    });
    const speaker = place();
    const ground =
      kind === 'bubble'
        ? bubbleItem(`${id}/ground`, box, speaker.seen ? speaker.mouth : null, look, em)
        : plateItem(`${id}/ground`, box, look, em);
    return { start: time(cue.start), end: time(cue.end), box, ground, words };
  }
}

const area = ({ width, height }: { width: number; height: number }) => width * height;

import type { PeakPyramid } from '@cruvo/core/audio';
import type { Box } from '@cruvo/core/geometry';
import type { Program, SeenCurve } from '@cruvo/core/program';
import type { MouthInLine } from '../mouths/mouthEdits';
import type { Thumbnails } from '../mouths/thumbnails';
import type { TimeRange } from '../playback/transport';
import type { StageRow, TimelineRow } from './rows';
import type { Viewport } from './viewport';

/** What the timeline shows. */
export interface TimelinePicture {
  readonly program: Program;
  readonly viewport: Viewport;
  readonly rows: readonly TimelineRow[];
  readonly stage: StageRow | null;
  /** CSS pixels. */
  readonly width: number;
  readonly height: number;
  readonly peaks: ReadonlyMap<string, PeakPyramid>;
  readonly thumbnails: ReadonlyMap<string, Thumbnails>;
  readonly chosen: MouthInLine | null;
  /** Id of the line that is worked on. */
  readonly line: string | null;
  /** All lines that are chosen. */
  readonly together: ReadonlySet<string>;
  /** Takes, cues and moves that are chosen, by clipKey. */
  readonly clips: ReadonlySet<string>;
  /** What is drawn around lines to choose them, pixels. */
  readonly marquee: Box | null;
  /** The time at which what is dragged snaps into place, seconds. */
  readonly snappedTo: number | null;
  readonly loop: TimeRange | null;
  /** What of the voice of a cast member is seen under its waveform. */
  readonly curves: (member: string) => SeenCurve | null;
}

export type Colors = Record<
  | 'ground'
  | 'lane'
  | 'wave'
  | 'waveQuiet'
  | 'mouth'
  | 'mouthEdge'
  | 'byHand'
  | 'chosen'
  | 'onChosen'
  | 'head'
  | 'unsure'
  | 'text'
  | 'textQuiet',
  string
>;

/** The theme's colours, read from the page. */
export function colorsOf(element: Element): Colors {
  const style = getComputedStyle(element);
  const read = (name: string) => style.getPropertyValue(name).trim();
  return {
    ground: read('--bs-body-bg'),
    lane: read('--lane'),
    wave: read('--wave'),
    waveQuiet: read('--wave-quiet'),
    mouth: read('--mouth'),
    mouthEdge: read('--mouth-edge'),
    byHand: read('--by-hand'),
    chosen: read('--chosen'),
    onChosen: read('--on-chosen'),
    head: read('--line-head'),
    unsure: read('--unsure'),
    text: read('--text'),
    textQuiet: read('--text-quiet'),
  };
}

export const FONT = "12px 'Figtree Variable', sans-serif";
export const SMALL_FONT = "11px 'Figtree Variable', sans-serif";

import { mouthIndexAt, type Mouth } from '../mouth/mouths';
import { release, setByHand } from '../mouth/corrections';
import { endOf, isHeardAt, sceneTime, voiceTime, type Line } from '../scene/line';
import { frameAt, frameMiddle, frameStart, type FrameRateName } from '../time';
import type { LineProgram } from './lineProgram';

/** What one frame of a scene shows of a mouth. */
export interface Exposure {
  readonly line: LineProgram;
  readonly mouth: Mouth;
  /** Whether the mouth is first seen in this frame. */
  readonly begins: boolean;
}

/** A run of frames, from the first to before the last. */
export interface FrameRange {
  readonly from: number;
  readonly to: number;
}

/** The line that is heard in a frame of the scene: the later one of two that overlap. */
export function lineInFrame(
  lines: readonly LineProgram[],
  frame: number,
  frameRate: FrameRateName,
): LineProgram | undefined {
  const time = frameMiddle(frame, frameRate);
  return lines.findLast(({ line }) => isHeardAt(line, time));
}

/**
 * What a frame of the scene shows of the lines of one speaker; null where nothing is said.
 *
 * @param frame from the start of the scene
 */
export function exposureAt(
  lines: readonly LineProgram[],
  frame: number,
  frameRate: FrameRateName,
): Exposure | null {
  const shown = (at: number) => {
    const line = lineInFrame(lines, at, frameRate);
    const time = line && voiceTime(line.line, frameMiddle(at, frameRate));
    const mouth = line?.mouths[mouthIndexAt(line.mouths, time!)];
    return line && mouth ? { line, mouth } : null;
  };
  const now = shown(frame);
  if (!now) return null;
  const before = frame > 0 ? shown(frame - 1) : null;
  return { ...now, begins: before?.line !== now.line || before.mouth !== now.mouth };
}

/** The drawings that a run of frames shows, one a frame; null where nothing is said. */
export function drawingsIn(
  lines: readonly LineProgram[],
  { from, to }: FrameRange,
  frameRate: FrameRateName,
): (string | null)[] {
  return Array.from(
    { length: Math.max(0, to - from) },
    (_, at) => exposureAt(lines, from + at, frameRate)?.mouth.drawing ?? null,
  );
}

/**
 * Lines that show drawings from a frame on, one a frame, as set by hand. Where nothing is said nothing is set.
 *
 * @param drawings null takes back what was set by hand in that frame
 * @returns only the lines that changed
 */
export function withDrawings(
  lines: readonly Line[],
  first: number,
  drawings: readonly (string | null)[],
  frameRate: FrameRateName,
): Line[] {
  return lines.flatMap((line) => {
    let { corrections } = line;
    for (const { from, to, drawing } of runsOf(drawings)) {
      const start = Math.max(line.start, frameStart(first + from, frameRate));
      const end = Math.min(endOf(line), frameStart(first + to, frameRate));
      if (end <= start) continue;
      const [begin, stop] = [voiceTime(line, start), voiceTime(line, end)];
      corrections =
        drawing === null
          ? release(corrections, begin, stop)
          : setByHand(corrections, { start: begin, end: stop, drawing });
    }
    return corrections === line.corrections ? [] : [{ ...line, corrections }];
  });
}

/** Frames one after the other that hold the same. */
function runsOf(drawings: readonly (string | null)[]) {
  const runs: (FrameRange & { readonly drawing: string | null })[] = [];
  for (let from = 0; from < drawings.length;) {
    let to = from + 1;
    while (to < drawings.length && drawings[to] === drawings[from]) to++;
    runs.push({ from, to, drawing: drawings[from]! });
    from = to;
  }
  return runs;
}

/** The frames in which a mouth of a line is seen. */
export function framesOf(line: Line, mouth: Mouth, frameRate: FrameRateName): FrameRange {
  const start = Math.max(line.start, sceneTime(line, mouth.start));
  const end = Math.min(endOf(line), sceneTime(line, mouth.end));
  const from = frameAt(start, frameRate);
  return { from, to: Math.max(from + 1, frameAt(end - 1, frameRate) + 1) };
}

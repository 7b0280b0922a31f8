import type { MemberProgram, Program } from '@cruvo/core/program';

/** A strip of the timeline, CSS pixels from its top. */
export interface Strip {
  readonly top: number;
  readonly height: number;
}

/** What the lines of the speaker who is worked on show, from above. */
export interface Lanes {
  readonly head: Strip;
  readonly wave: Strip;
  readonly words: Strip;
  readonly sounds: Strip;
  /** Null where no mood changes. */
  readonly moods: Strip | null;
  readonly mouths: Strip;
}

/** A row for each member of the cast. */
export interface TimelineRow extends Strip {
  readonly member: MemberProgram;
  /** Null in a thin row, which shows only where its lines are, and where there are none. */
  readonly lanes: Lanes | null;
}

export const RULER: Strip = { top: 0, height: 24 };
const THIN = 26;
const WITH_TOOLS = 58;
const GAP = 3;
const LANE_HEIGHTS = { head: 18, wave: 42, words: 20, sounds: 24, moods: 18, mouths: 62 };

/** The rows of a scene, the front of the stage first, and how high all of them are together. */
export function layOutRows(
  { members }: Pick<Program, 'members'>,
  focus: string | null,
): { readonly rows: readonly TimelineRow[]; readonly height: number } {
  let top = RULER.height + 2;
  const rows = [...members].reverse().map((member): TimelineRow => {
    const moody = member.lines.some(({ line }) => line.moods.length > 0);
    const focused = member.member.id === focus;
    // What holds nothing takes no room but for its tools.
    const lanes = focused && member.lines.length > 0 ? layOutLanes(top, moody) : null;
    const height = lanes
      ? lanes.mouths.top + lanes.mouths.height - top
      : focused
        ? WITH_TOOLS
        : THIN;
    const row = { member, top, height, lanes };
    top += height + GAP;
    return row;
  });
  return { rows, height: top };
}

function layOutLanes(top: number, moody: boolean): Lanes {
  let next = top;
  const strip = (height: number): Strip => {
    const placed = { top: next, height };
    next += height + 1;
    return placed;
  };
  return {
    head: strip(LANE_HEIGHTS.head),
    wave: strip(LANE_HEIGHTS.wave),
    words: strip(LANE_HEIGHTS.words),
    sounds: strip(LANE_HEIGHTS.sounds),
    moods: moody ? strip(LANE_HEIGHTS.moods) : null,
    mouths: strip(LANE_HEIGHTS.mouths),
  };
}

/** What lies at a height of the timeline. */
export type RowPlace =
  | { readonly part: 'ruler'; readonly row: null }
  | { readonly part: 'thin' | keyof Lanes; readonly row: TimelineRow };

export function placeAt(rows: readonly TimelineRow[], y: number): RowPlace {
  if (y < RULER.height || rows.length === 0) return { part: 'ruler', row: null };
  const row = rows.findLast(({ top }) => top <= y) ?? rows[0]!;
  if (!row.lanes) return { part: 'thin', row };
  const lanes = (Object.entries(row.lanes) as [keyof Lanes, Strip | null][]).flatMap(
    ([part, strip]) => (strip ? [{ part, top: strip.top }] : []),
  );
  const { part } = lanes.findLast(({ top }) => top <= y) ?? lanes[0]!;
  return { part, row };
}

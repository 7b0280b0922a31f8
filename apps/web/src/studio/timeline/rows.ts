import {
  moverRows,
  type MemberProgram,
  type MoverRow,
  type Program,
  type SeenCurve,
} from '@cruvo/core/program';
import { inOrder } from '@cruvo/core/records';
import { STAGE } from '@cruvo/core/scene';

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

/** Where keys, moves or a reaction of a member are shown. */
export interface MoverStrip extends Strip {
  readonly mover: MoverRow;
}

/** A row for each member of the cast. */
export interface TimelineRow extends Strip {
  readonly member: MemberProgram;
  /** Null in a thin row,  which shows only where its lines are, and where there are none. */
  readonly lanes: Lanes | null;
  /** What moves the member, below its lanes; nothing in a thin row. */
  readonly movers: readonly MoverStrip[];
}

/** What moves the stage, under the rows of the cast. */
export interface StageRow extends Strip {
  readonly movers: readonly MoverStrip[];
}

export const RULER: Strip = { top: 0, height: 24 };
const THIN = 26;
const WITH_TOOLS = 58;
const GAP = 3;
const MOVER = 18;
const LANE_HEIGHTS = { head: 18, wave: 42, words: 20, sounds: 24, moods: 18, mouths: 62 };

/** How somebody wants a row to be shown. */
export interface RowView {
  /** In full or thin; null: in full while its speaker is worked on. */
  readonly open: boolean | null;
  /** How high waveform and mouths are, 1 for as high as they are at first. */
  readonly size: number;
  /** Whether reactions are shown, besides keys and moves. */
  readonly reactions: boolean;
  /** What of the voice is seen under its waveform. */
  readonly curve: SeenCurve | null;
}

export const USUAL_VIEW: RowView = { open: null, size: 1, reactions: false, curve: null };
export const ROW_SIZE = { least: 0.6, most: 3 } as const;

/**
 * The rows of a scene in their order, and how high all of them are together. The stage has a row where something moves
 * it, or it is worked on.
 *
 * @param focus the member, or the stage, that is worked on
 * @param viewOf how the row of a member is to be shown
 */
export function layOutRows(
  { members, scene, stage }: Pick<Program, 'members' | 'scene' | 'stage'>,
  focus: string | null,
  viewOf: (member: string) => RowView = () => USUAL_VIEW,
): {
  readonly rows: readonly TimelineRow[];
  readonly stage: StageRow | null;
  readonly height: number;
} {
  let top = RULER.height + 2;
  const targets = inOrder(scene.rows).map(({ target }) => target);
  const sorted = targets.flatMap((id) => members.find(({ member }) => member.id === id) ?? []);
  const rows = sorted.map((member): TimelineRow => {
    const moody = member.lines.some(({ line }) => line.moods.length > 0);
    const focused = member.member.id === focus;
    const { open, size, reactions } = viewOf(member.member.id);
    const full = open ?? focused;
    // What holds nothing takes no room but for its tools.
    const lanes = full && member.lines.length > 0 ? layOutLanes(top, moody, size) : null;
    const thin = focused ? WITH_TOOLS : THIN;
    const below = lanes ? lanes.mouths.top + lanes.mouths.height + 1 : top + thin;
    const shown = full ? moverRows(member, { withReactions: reactions }) : [];
    const movers = stripsOf(shown, below);
    const bottom = below + movers.length * (MOVER + 1) - (lanes || movers.length > 0 ? 1 : 0);
    const row = { member, top, height: bottom - top, lanes, movers };
    top = bottom + GAP;
    return row;
  });
  const onStage = moverRows(stage.value, { withReactions: true });
  if (onStage.length === 0 && focus !== STAGE) return { rows, stage: null, height: top };
  const movers = stripsOf(focus === STAGE ? onStage : [], top + THIN + 1);
  const height = THIN + movers.length * (MOVER + 1);
  return { rows, stage: { top, height, movers }, height: top + height + GAP };
}

function stripsOf(movers: readonly MoverRow[], top: number): MoverStrip[] {
  return movers.map((mover, at) => ({ mover, top: top + at * (MOVER + 1), height: MOVER }));
}

function layOutLanes(top: number, moody: boolean, size: number): Lanes {
  let next = top;
  const strip = (height: number): Strip => {
    const placed = { top: next, height };
    next += height + 1;
    return placed;
  };
  return {
    head: strip(LANE_HEIGHTS.head),
    wave: strip(Math.round(size * LANE_HEIGHTS.wave)),
    words: strip(LANE_HEIGHTS.words),
    sounds: strip(LANE_HEIGHTS.sounds),
    moods: moody ? strip(LANE_HEIGHTS.moods) : null,
    mouths: strip(Math.round(size * LANE_HEIGHTS.mouths)),
  };
}

/** How high a row in full is for each unit of its size, CSS pixels. */
export const HEIGHT_OF_SIZE = LANE_HEIGHTS.wave + LANE_HEIGHTS.mouths;

/** How many rows one is carried past when it is dragged down, or up where that is less than 0. @param down CSS pixels */
export function rowsPassed(rows: readonly TimelineRow[], row: TimelineRow, down: number): number {
  const from = rows.findIndex(({ member }) => member.member.id === row.member.member.id);
  const middle = ({ top, height }: Strip) => top + height / 2;
  if (down > 0) {
    const edge = row.top + row.height + down;
    return rows.slice(from + 1).filter((other) => middle(other) < edge).length;
  }
  const edge = row.top + down;
  return 0 - rows.slice(0, from).filter((other) => middle(other) > edge).length;
}

/** What lies at a height of the timeline. */
export type RowPlace =
  | { readonly part: 'ruler'; readonly row: null }
  | { readonly part: 'thin' | keyof Lanes; readonly row: TimelineRow }
  | { readonly part: 'stage'; readonly row: null }
  | { readonly part: 'mover'; readonly row: TimelineRow | null; readonly mover: MoverRow };

export function placeAt(
  rows: readonly TimelineRow[],
  y: number,
  stage: StageRow | null = null,
): RowPlace {
  if (stage && y >= stage.top) {
    const strip = stage.movers.findLast(({ top }) => top <= y);
    return strip ? { part: 'mover', row: null, mover: strip.mover } : { part: 'stage', row: null };
  }
  if (y < RULER.height || rows.length === 0) return { part: 'ruler', row: null };
  const row = rows.findLast(({ top }) => top <= y) ?? rows[0]!;
  const strip = row.movers.findLast((one) => one.top <= y);
  if (strip) return { part: 'mover', row, mover: strip.mover };
  if (!row.lanes) return { part: 'thin', row };
  const lanes = (Object.entries(row.lanes) as [keyof Lanes, Strip | null][]).flatMap(
    ([part, strip]) => (strip ? [{ part, top: strip.top }] : []),
  );
  const { part } = lanes.findLast(({ top }) => top <= y) ?? lanes[0]!;
  return { part, row };
}

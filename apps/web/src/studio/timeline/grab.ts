import { moveEdge } from '@cruvo/core/mouth';
import { firstWhere } from '@cruvo/core/numbers';
import type { LineProgram } from '@cruvo/core/program';
import {
  endOf,
  isHeardAt,
  linesOf,
  movedLine,
  rowOfMember,
  trimmedEnd,
  trimmedStart,
  voiceTime,
  withLines,
  withRoomAt,
  type Line,
  type Scene,
} from '@cruvo/core/scene';
import { frameStart, nearestFrame, toFlicks, toSeconds, type Flicks } from '@cruvo/core/time';
import type { OpenScene } from '../SceneContext';
import { focusOf } from '../sceneStore';
import { placeAt, type TimelineRow } from './rows';
import { snapStretch } from './snapTimes';
import { xAt, type Viewport } from './viewport';

/** How near the pointer must come to an edge to take hold of it, pixels. */
const REACH = 6;
/** How near something must be dragged to snap, pixels. */
const SNAP = 8;
const SHORTEST_LOOP = 0.05;

/** Where the pointer is, pixels, and at what time of the scene, seconds. */
export interface PointerPlace {
  readonly x: number;
  readonly y: number;
  readonly time: number;
}

/** Keys that are held while something is dragged. */
export interface DragKeys {
  /** What follows moves along. */
  readonly ripple: boolean;
  /** Nothing snaps. */
  readonly free: boolean;
}

/** Something that the pointer has taken hold of. */
export interface Drag {
  /** @returns the time at which it snapped into place, seconds */
  move(to: PointerPlace, keys: DragKeys): number | null;
  end(): void;
}

interface Surface {
  readonly rows: readonly TimelineRow[];
  readonly viewport: Viewport;
}

/** Takes hold of what is at a place of the timeline. */
export function grab(open: OpenScene, surface: Surface, at: PointerPlace, shift: boolean): Drag {
  if (shift) return loopFrom(open, at.time);
  const { part, row } = placeAt(surface.rows, at.y);
  if (!row || part === 'wave' || part === 'words' || part === 'sounds') return scrub(open);
  if (part === 'mouths') return grabMouth(open, surface, row, at);
  const found = lineNear(surface, row, at.x);
  if (!found) {
    open.store.getState().chooseMember(row.member.member.id);
    return scrub(open);
  }
  const { chooseMember, chooseLine } = open.store.getState();
  // Rows stay as they are while something is dragged.
  const { member } = focusOf(open.store.getState());
  if (member !== null) chooseMember(member);
  const { id } = found.line;
  const drag =
    found.edge === null
      ? moveLine(open, surface, found.line, at)
      : trimLine(open, surface, found.line, found.edge);
  return {
    move: drag.move,
    end: () => {
      drag.end();
      chooseLine(id);
    },
  };
}

/** The pointer's shape at a place. */
export function cursorAt(surface: Surface, at: PointerPlace): string {
  const { part, row } = placeAt(surface.rows, at.y);
  if (part === 'mouths') return edgeNear(surface, row, at.x) ? 'ew-resize' : 'pointer';
  if (part !== 'head' && part !== 'thin') return 'text';
  const found = lineNear(surface, row, at.x);
  if (!found) return 'default';
  return found.edge === null ? 'grab' : 'ew-resize';
}

function scrub({ transport }: OpenScene): Drag {
  return {
    move: ({ time }) => {
      transport.scrub(time);
      return null;
    },
    end: () => undefined,
  };
}

function loopFrom({ transport, program }: OpenScene, from: number): Drag {
  const length = toSeconds(program.scene.length);
  return {
    move: ({ time }) => {
      const [start, end] = [Math.min(from, time), Math.min(length, Math.max(from, time))];
      transport.setLoop(end - start >= SHORTEST_LOOP ? { start, end } : null);
      return null;
    },
    end: () => undefined,
  };
}

const NOTHING: Drag = { move: () => null, end: () => undefined };

function grabMouth(open: OpenScene, surface: Surface, row: TimelineRow, at: PointerPlace): Drag {
  const { store, transport, program } = open;
  const edge = edgeNear(surface, row, at.x);
  if (!edge) {
    const now = toFlicks(at.time);
    const found = row.member.lines.find(({ line }) => isHeardAt(line, now));
    store
      .getState()
      .choose(found ? { line: found.line.id, time: voiceTime(found.line, now) } : null);
    if (found) transport.seek(at.time);
    return NOTHING;
  }
  const { line, mouths } = edge.line;
  const { frameRate } = program.scene;
  store.history.begin();
  return {
    move: ({ time }) => {
      const to = voiceTime(line, toFlicks(time));
      const moved = moveEdge(mouths, line.corrections, edge.index, to, frameRate);
      store.getState().setCorrections(line.id, moved);
      return null;
    },
    end: () => store.history.end(),
  };
}

/** The edge between two mouths near x. */
function edgeNear({ viewport }: Surface, { member }: TimelineRow, x: number) {
  const reach = toFlicks(REACH / viewport.scale);
  const now = toFlicks(viewport.start + x / viewport.scale);
  for (const line of member.lines) {
    const time = voiceTime(line.line, now);
    const index = firstWhere(line.mouths, ({ start }) => start >= time - reach);
    const edge = line.mouths[index];
    if (index > 0 && edge && edge.start <= time + reach && isHeardAt(line.line, now)) {
      return { line, index };
    }
  }
  return null;
}

type LineEdge = 'start' | 'end';

/** The line at x, the later one of two that overlap, and its edge if that is near. */
function lineNear(
  { viewport }: Surface,
  { member }: TimelineRow,
  x: number,
): { readonly line: Line; readonly edge: LineEdge | null } | null {
  const near = (time: Flicks) => Math.abs(xAt(viewport, toSeconds(time)) - x) <= REACH;
  const lines = member.lines.map(({ line }: LineProgram) => line);
  const edgeOf = (line: Line): LineEdge | null => {
    if (near(endOf(line))) return 'end';
    return near(line.start) ? 'start' : null;
  };
  const now = toFlicks(viewport.start + x / viewport.scale);
  const inside = lines.findLast((line) => isHeardAt(line, now));
  const line = inside ?? lines.findLast((one) => edgeOf(one) !== null);
  return line ? { line, edge: edgeOf(line) } : null;
}

/** The times to which a line snaps: the scene's start, the playhead, and where other lines begin and end. */
function snapTimes({ transport }: OpenScene, scene: Scene, except: Line): Flicks[] {
  const others = linesOf(scene).filter(({ id }) => id !== except.id);
  return [
    ...[0, toFlicks(transport.time())],
    ...others.flatMap((line) => [line.start, endOf(line)]),
  ];
}

function moveLine(open: OpenScene, surface: Surface, line: Line, from: PointerPlace): Drag {
  const { store } = open;
  const before = store.getState().scene;
  const times = snapTimes(open, before, line);
  const reach = toFlicks(SNAP / surface.viewport.scale);
  const grabbedAt = toFlicks(from.time) - line.start;
  store.history.begin();
  return {
    move: (to, { ripple, free }) => {
      const wanted = toFlicks(to.time) - grabbedAt;
      const snapped = snapStretch(wanted, line.length, free ? [] : times, reach);
      const start = snapped.to === null && !free ? wholeFrame(wanted, before) : snapped.start;
      const { row } = placeAt(surface.rows, to.y);
      const target = row ? rowOfMember(before, row.member.member.id) : null;
      const moved = { ...movedLine(line, start), row: target ?? line.row };
      const others = ripple
        ? withRoomAt(before, endOf(line), moved.start - line.start, new Set([line.id]))
        : before;
      store.getState().edit(() => withLines(others, [moved]));
      return snapped.to === null ? null : toSeconds(snapped.to);
    },
    end: () => store.history.end(),
  };
}

function trimLine(open: OpenScene, surface: Surface, line: Line, edge: LineEdge): Drag {
  const { store } = open;
  const before = store.getState().scene;
  const times = snapTimes(open, before, line);
  const reach = toFlicks(SNAP / surface.viewport.scale);
  store.history.begin();
  return {
    move: (to, { ripple, free }) => {
      const wanted = toFlicks(to.time);
      const snapped = snapStretch(wanted, 0, free ? [] : times, reach);
      const time = snapped.to === null && !free ? wholeFrame(wanted, before) : snapped.start;
      const trimmed = edge === 'start' ? trimmedStart(line, time) : trimmedEnd(line, time);
      const others =
        ripple && edge === 'end'
          ? withRoomAt(before, endOf(line), endOf(trimmed) - endOf(line), new Set([line.id]))
          : before;
      store.getState().edit(() => withLines(others, [trimmed]));
      return snapped.to === null ? null : toSeconds(snapped.to);
    },
    end: () => store.history.end(),
  };
}

function wholeFrame(time: Flicks, { frameRate }: Scene): Flicks {
  return frameStart(Math.max(0, nearestFrame(time, frameRate)), frameRate);
}

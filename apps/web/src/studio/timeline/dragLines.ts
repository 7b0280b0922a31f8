import {
  endOf,
  linesOf,
  movedLine,
  rowOfMember,
  trimmedEnd,
  trimmedStart,
  withLines,
  withRoomAt,
  type Line,
  type Scene,
} from '@cruvo/core/scene';
import { frameStart, nearestFrame, toFlicks, toSeconds, type Flicks } from '@cruvo/core/time';
import type { OpenScene } from '../SceneContext';
import type { Drag, PointerPlace, Surface } from './drag';
import { placeAt } from './rows';
import { snapStretch } from './snapTimes';

/** How near something must be dragged to snap, pixels. */
const SNAP = 8;

export type LineEdge = 'start' | 'end';

/** Moves several lines in time by as much as one of them is dragged; none before the scene's start. */
export function moveLines(
  open: OpenScene,
  surface: Surface,
  held: Line,
  ids: ReadonlySet<string>,
  from: PointerPlace,
): Drag {
  const { store } = open;
  const before = store.getState().scene;
  const moving = linesOf(before).filter(({ id }) => ids.has(id));
  const others = linesOf(before).filter(({ id }) => !ids.has(id));
  const times = [0, toFlicks(open.transport.time())].concat(
    others.flatMap((line) => [line.start, endOf(line)]),
  );
  const reach = toFlicks(SNAP / surface.viewport.scale);
  const first = Math.min(...moving.map(({ start }) => start));
  store.history.begin();
  return {
    move: (to, { free }) => {
      const wanted = held.start + toFlicks(to.time - from.time);
      const snapped = snapStretch(wanted, held.length, free ? [] : times, reach);
      const start = snapped.to === null && !free ? wholeFrame(wanted, before) : snapped.start;
      const by = Math.max(-first, start - held.start);
      store.getState().edit(() =>
        withLines(
          before,
          moving.map((line) => movedLine(line, line.start + by)),
        ),
      );
      return snapped.to === null ? null : toSeconds(snapped.to);
    },
    end: () => store.history.end(),
  };
}

/** The times to which a line snaps: the scene's start, the playhead, and where other lines begin and end. */
function snapTimes({ transport }: OpenScene, scene: Scene, except: Line): Flicks[] {
  const others = linesOf(scene).filter(({ id }) => id !== except.id);
  return [
    ...[0, toFlicks(transport.time())],
    ...others.flatMap((line) => [line.start, endOf(line)]),
  ];
}

/** Moves a line in time, and to whoever's row it is dragged. */
export function moveLine(open: OpenScene, surface: Surface, line: Line, from: PointerPlace): Drag {
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

/** Trims a line at one of its ends. */
export function trimLine(open: OpenScene, surface: Surface, line: Line, edge: LineEdge): Drag {
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

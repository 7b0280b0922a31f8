import type { Box } from '@cruvo/core/geometry';
import { moveEdge } from '@cruvo/core/mouth';
import { firstWhere } from '@cruvo/core/numbers';
import type { LineProgram } from '@cruvo/core/program';
import { endOf, isHeardAt, voiceTime, type Line } from '@cruvo/core/scene';
import { toFlicks, toSeconds, type Flicks } from '@cruvo/core/time';
import type { OpenScene } from '../SceneContext';
import type { Drag, PointerPlace, Surface } from './drag';
import { moveLine, moveLines, trimLine, type LineEdge } from './dragLines';
import { dragMood, moodNear } from './dragMoods';
import { moverNear } from './dragMovers';
import { grabMover } from './grabMovers';
import { dragWord, wordNear } from './dragWords';
import { chosenLines, focusOf } from '../sceneStore';
import { placeAt, type Strip, type TimelineRow } from './rows';
import { draggedSound, handleNear, type SoundHandle } from './soundHandles';
import { xAt } from './viewport';

/** How near the pointer must come to an edge to take hold of it, pixels. */
const REACH = 6;
const SHORTEST_LOOP = 0.05;

/** Takes hold of what is at a place of the timeline. */
export function grab(open: OpenScene, surface: Surface, at: PointerPlace, shift: boolean): Drag {
  const place = placeAt(surface.rows, at.y, surface.stage);
  const { part, row } = place;
  const onLines = row !== null && (part === 'head' || part === 'thin');
  if (place.part === 'mover') {
    const drag = grabMover(open, surface, place.mover, at, shift);
    return drag ?? (shift ? loopFrom(open, at.time) : scrub(open));
  }
  if (shift && !onLines) return loopFrom(open, at.time);
  const sound = row && part === 'wave' ? soundAtPoint(open, surface, row, at) : null;
  if (sound) return dragSound(open, sound);
  if (!row || part === 'wave' || part === 'sounds') return scrub(open);
  if (part === 'words') {
    const held = wordAtPoint(surface, row, at);
    return held ? dragWord(open, held, at, surface.words) : scrub(open);
  }
  if (part === 'mouths') return grabMouth(open, surface, row, at);
  if (part === 'moods') {
    const held = moodAtPoint(surface, row, at);
    return held ? dragMood(open, held) : scrub(open);
  }
  const found = lineNear(surface, row, at.x);
  if (!found) return marquee(open, surface, row, at, shift);
  if (shift) return chooseToo(open, found.line);
  const { chooseMember, chooseLine, chooseLines } = open.store.getState();
  const chosen = chosenLines(open.store.getState());
  // One of several that are chosen takes the others along.
  if (found.edge === null && chosen.size > 1 && chosen.has(found.line.id)) {
    const drag = moveLines(open, surface, found.line, chosen, at);
    return { ...drag, end: () => (drag.end(), chooseLines([...chosen])) };
  }
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
export function cursorAt(open: OpenScene, surface: Surface, at: PointerPlace): string {
  const place = placeAt(surface.rows, at.y, surface.stage);
  const { part, row } = place;
  if (place.part === 'mover') {
    const held = moverNear(place.mover, surface.viewport, at);
    if (!held) return 'text';
    return held.grip === 'whole' ? 'grab' : 'ew-resize';
  }
  const sound = row && part === 'wave' ? soundAtPoint(open, surface, row, at) : null;
  if (sound) return sound.handle === 'gain' ? 'ns-resize' : 'ew-resize';
  if (part === 'mouths') return edgeNear(surface, row, at.x) ? 'ew-resize' : 'pointer';
  if (part === 'moods') return moodAtPoint(surface, row, at) ? 'ew-resize' : 'text';
  if (part === 'words') return wordAtPoint(surface, row, at)?.edge ? 'ew-resize' : 'text';
  if (part !== 'head' && part !== 'thin') return 'text';
  const found = lineNear(surface, row, at.x);
  if (!found) return 'default';
  return found.edge === null ? 'grab' : 'ew-resize';
}

function moodAtPoint({ viewport }: Surface, { member }: TimelineRow, at: PointerPlace) {
  return moodNear(member.lines, toFlicks(at.time), toFlicks(REACH / viewport.scale));
}

function wordAtPoint({ viewport }: Surface, { member }: TimelineRow, at: PointerPlace) {
  return wordNear(member.lines, at.time, REACH / viewport.scale);
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

/** A handle of the line that is worked on, and the strip in which it stands. */
interface HeldSound {
  readonly line: Line;
  readonly handle: SoundHandle;
  readonly strip: Strip;
}

function soundAtPoint(
  { store }: OpenScene,
  { viewport }: Surface,
  row: TimelineRow,
  at: PointerPlace,
): HeldSound | null {
  const { line, member } = focusOf(store.getState());
  if (!line?.voice || !row.lanes || member !== row.member.member.id) return null;
  const handle = handleNear(line, row.lanes.wave, viewport, at);
  return handle && { line, handle, strip: row.lanes.wave };
}

function dragSound({ store }: OpenScene, { line, handle, strip }: HeldSound): Drag {
  store.history.begin();
  return {
    move: (to) => {
      store.getState().changeLine(line.id, draggedSound(line, handle, to, strip));
      return null;
    },
    end: () => store.history.end(),
  };
}

/** Chooses a line besides those that are chosen, or no longer. */
function chooseToo({ store }: OpenScene, { id }: Line): Drag {
  const chosen = chosenLines(store.getState());
  const next = chosen.has(id) ? [...chosen].filter((one) => one !== id) : [...chosen, id];
  if (next.length > 0) store.getState().chooseLines(next);
  return NOTHING;
}

/** How far the pointer must go before a box is drawn, pixels. */
const MARQUEE_FROM = 4;

/** Draws a box around lines to choose them; a mere click chooses the speaker and goes there. */
function marquee(
  open: OpenScene,
  { rows, viewport, setMarquee }: Surface,
  row: TimelineRow,
  from: PointerPlace,
  shift: boolean,
): Drag {
  const { store, transport } = open;
  const before = shift ? [...chosenLines(store.getState())] : [];
  let drawn: Box | null = null;
  const within = (box: Box): string[] =>
    rows
      .filter(({ top, height }) => top < box.y + box.height && top + height > box.y)
      .flatMap(({ member }) => member.lines)
      .filter(({ line }) => {
        const [left, right] = [line.start, endOf(line)].map((time) =>
          xAt(viewport, toSeconds(time)),
        );
        return left! < box.x + box.width && right! > box.x;
      })
      .map(({ line }) => line.id);
  return {
    move: (to) => {
      const far = Math.hypot(to.x - from.x, to.y - from.y) >= MARQUEE_FROM;
      if (!drawn && !far) return null;
      drawn = {
        ...{ x: Math.min(from.x, to.x), y: Math.min(from.y, to.y) },
        ...{ width: Math.abs(to.x - from.x), height: Math.abs(to.y - from.y) },
      };
      setMarquee(drawn);
      return null;
    },
    end: () => {
      setMarquee(null);
      if (drawn) {
        const found = new Set([...before, ...within(drawn)]);
        if (found.size > 0) store.getState().chooseLines([...found]);
      } else {
        store.getState().chooseMember(row.member.member.id);
        transport.scrub(from.time);
      }
    },
  };
}

function loopFrom({ transport, store }: OpenScene, from: number): Drag {
  const length = toSeconds(store.getState().scene.length);
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
  const { store, transport } = open;
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
  const { frameRate } = store.getState().scene;
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

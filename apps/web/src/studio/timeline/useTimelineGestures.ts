import { useGesture } from '@use-gesture/react';
import { useRef, type Dispatch, type RefObject, type SetStateAction } from 'react';
import { moveEdge } from '@cruvo/core/mouth';
import type { LineProgram } from '@cruvo/core/program';
import { firstWhere } from '@cruvo/core/numbers';
import { toFlicks } from '@cruvo/core/time';
import { useOpenScene } from '../SceneContext';
import { laneAt } from './lanes';
import { panBy, timeAt, xAt, zoomAround, type Extent, type Viewport } from './viewport';

/** How near the pointer must come to an edge to take hold of it, pixels. */
const REACH = 6;
const SHORTEST_LOOP = 0.05;

type Hold =
  | { readonly kind: 'scrub' }
  | { readonly kind: 'loop'; readonly from: number }
  | {
      readonly kind: 'edge';
      readonly line: LineProgram;
      readonly index: number;
    }
  | { readonly kind: 'none' };

/**
 * What the pointer does on the timeline: scrub on ruler and waveform, choose mouths and drag their
 * edges, draw a loop with Shift, zoom with the wheel about the pointer, pan with Shift and the wheel.
 */
export function useTimelineGestures(
  canvas: RefObject<HTMLCanvasElement | null>,
  viewport: Viewport,
  setViewport: Dispatch<SetStateAction<Viewport>>,
  extent: Extent,
): void {
  const { program, store, transport } = useOpenScene();
  const hold = useRef<Hold>({ kind: 'none' });

  const place = (clientX: number, clientY: number) => {
    const box = canvas.current!.getBoundingClientRect();
    return { x: clientX - box.left, y: clientY - box.top };
  };
  const lines = program.members.flatMap((member) => member.lines);

  /** The edge between two mouths near x, on any line. */
  const edgeNear = (x: number) => {
    for (const line of lines) {
      const reach = toFlicks(REACH / viewport.scale);
      const time = toFlicks(timeAt(viewport, x)) - line.line.start;
      const index = firstWhere(line.mouths, ({ start }) => start >= time - reach);
      const edge = line.mouths[index];
      if (index > 0 && edge && edge.start <= time + reach) return { line, index };
    }
    return null;
  };
  const mouthAt = (seconds: number) => {
    const time = toFlicks(seconds);
    const found = lines.find(
      ({ line }) => time >= line.start && time < line.start + line.voice.duration,
    );
    return found ? { line: found.line.id, time: time - found.line.start } : null;
  };

  const begin = (x: number, y: number, shift: boolean): Hold => {
    const time = timeAt(viewport, x);
    if (shift) return { kind: 'loop', from: time };
    if (laneAt(y) !== 'mouths') return { kind: 'scrub' };
    const edge = edgeNear(x);
    if (edge) {
      store.history.begin();
      return { kind: 'edge', ...edge };
    }
    const mouth = mouthAt(time);
    store.getState().choose(mouth);
    if (mouth) transport.seek(time);
    return { kind: 'none' };
  };

  useGesture(
    {
      onDrag: ({ xy: [clientX, clientY], first, last, shiftKey, cancel, event }) => {
        const { x, y } = place(clientX, clientY);
        const time = Math.min(extent.length, Math.max(0, timeAt(viewport, x)));
        if (first) {
          if (event instanceof PointerEvent && event.button > 0) return cancel();
          hold.current = begin(x, y, shiftKey);
        }
        const held = hold.current;
        if (held.kind === 'scrub') transport.scrub(time);
        if (held.kind === 'loop') {
          const [start, end] = [Math.min(held.from, time), Math.max(held.from, time)];
          transport.setLoop(end - start >= SHORTEST_LOOP ? { start, end } : null);
        }
        if (held.kind === 'edge') {
          const { line, mouths } = held.line;
          const { frameRate } = program.scene;
          const edge = toFlicks(time) - line.start;
          const moved = moveEdge(mouths, line.corrections, held.index, edge, frameRate);
          store.getState().setCorrections(line.id, moved);
          if (last) store.history.end();
        }
        if (last) hold.current = { kind: 'none' };
      },
      onMove: ({ xy: [clientX, clientY], dragging, event }) => {
        if (dragging || !(event.target instanceof HTMLElement)) return;
        const { x, y } = place(clientX, clientY);
        const onEdge = laneAt(y) === 'mouths' && edgeNear(x) !== null;
        event.target.style.cursor = onEdge
          ? 'ew-resize'
          : laneAt(y) === 'mouths'
            ? 'pointer'
            : 'text';
      },
      onWheel: ({ event, delta: [dx, dy], shiftKey, last }) => {
        if (last) return;
        event.preventDefault();
        const { x } = place(event.clientX, event.clientY);
        setViewport((before) =>
          shiftKey || Math.abs(dx) > Math.abs(dy)
            ? panBy(before, dx || dy, extent)
            : zoomAround(before, Math.exp(-dy / 300), x, extent),
        );
      },
      onPinch: ({ origin: [clientX], delta: [change] }) => {
        const { x } = place(clientX, 0);
        setViewport((before) => zoomAround(before, Math.exp(change), x, extent));
      },
    },
    {
      target: canvas,
      eventOptions: { passive: false },
      drag: { filterTaps: false, keyboardDisplacement: 0 },
    },
  );
}

/** Where a time lies on the page, for whatever lies over the canvas. */
export function playheadTransform(viewport: Viewport, time: number): string {
  return `translateX(${xAt(viewport, time)}px)`;
}

import { useGesture } from '@use-gesture/react';
import type { Box } from '@cruvo/core/geometry';
import { useRef, type Dispatch, type RefObject, type SetStateAction } from 'react';
import { useOpenScene } from '../SceneContext';
import type { Drag, WordHandlers } from './drag';
import { cursorAt, grab } from './grab';
import type { StageRow, TimelineRow } from './rows';
import { panBy, timeAt, xAt, zoomAround, type Extent, type Viewport } from './viewport';

/** What the gestures act on. */
export interface TimelineSurface {
  readonly rows: readonly TimelineRow[];
  readonly stage: StageRow | null;
  readonly viewport: Viewport;
  readonly extent: Extent;
  readonly setViewport: Dispatch<SetStateAction<Viewport>>;
  /** Shows the time at which what is dragged has snapped into place, seconds. */
  readonly setSnappedTo: (time: number | null) => void;
  /** Shows the box that is drawn around lines, pixels. */
  readonly setMarquee: (box: Box | null) => void;
  readonly words: WordHandlers;
}

/** Shows all of a scene, however long it grows. */
const SHOW_ALL: Viewport = { start: 0, scale: 0 };

/**
 * What the pointer does on the timeline: scrub on ruler and waveform, move and trim lines by their heads, choose
 * mouths and drag their edges, draw a loop with Shift, zoom with the wheel about the pointer, pan with Shift and the
 * wheel.
 */
export function useTimelineGestures(
  element: RefObject<HTMLElement | null>,
  surface: TimelineSurface,
): void {
  const open = useOpenScene();
  const dragging = useRef<{
    readonly drag: Drag;
    readonly view: Viewport;
    readonly whole: boolean;
    /** Where the rows were when the drag began. */
    readonly box: DOMRect;
  } | null>(null);
  const { viewport, extent, setViewport, setSnappedTo } = surface;

  const place = (clientX: number, clientY: number, on: EventTarget | null) => {
    // What is dragged may make rows higher, which must not move others under the pointer.
    const box = dragging.current?.box ?? element.current!.getBoundingClientRect();
    const x = clientX - box.left;
    // What is dragged may make the scene longer, which must not move it away under the pointer.
    const view = dragging.current?.view ?? viewport;
    // The ruler stays at the top while rows are scrolled beneath it.
    const onRuler = on instanceof Element && on.classList.contains('ruler');
    const y = onRuler ? 0 : clientY - box.top;
    return { x, y, time: Math.max(0, timeAt(view, x)) };
  };

  useGesture(
    {
      onDrag: ({
        xy: [clientX, clientY],
        first,
        last,
        shiftKey,
        altKey,
        ctrlKey,
        metaKey,
        cancel,
        event,
      }) => {
        const at = place(clientX, clientY, event.target);
        if (first) {
          if (event instanceof PointerEvent && event.button > 0) return cancel();
          const whole = isWhole(viewport, extent);
          const box = element.current!.getBoundingClientRect();
          dragging.current = {
            drag: grab(open, surface, at, shiftKey),
            view: viewport,
            whole,
            box,
          };
          setViewport(viewport);
        }
        const snapped = dragging.current?.drag.move(at, {
          ripple: altKey,
          free: ctrlKey || metaKey,
        });
        setSnappedTo(last ? null : (snapped ?? null));
        if (!last) return;
        dragging.current?.drag.end();
        if (dragging.current?.whole) setViewport(SHOW_ALL);
        dragging.current = null;
      },
      onMove: ({ xy: [clientX, clientY], dragging: busy, event }) => {
        if (busy || !(event.target instanceof HTMLElement)) return;
        event.target.style.cursor = cursorAt(open, surface, place(clientX, clientY, event.target));
      },
      onWheel: ({ event, delta: [dx, dy], shiftKey, last }) => {
        if (last) return;
        event.preventDefault();
        const { x } = place(event.clientX, event.clientY, null);
        setViewport((before) =>
          shiftKey || Math.abs(dx) > Math.abs(dy)
            ? panBy(before, dx || dy, extent)
            : zoomAround(before, Math.exp(-dy / 300), x, extent),
        );
      },
      onPinch: ({ origin: [clientX], delta: [change] }) => {
        const { x } = place(clientX, 0, null);
        setViewport((before) => zoomAround(before, Math.exp(change), x, extent));
      },
    },
    {
      target: element,
      eventOptions: { passive: false },
      drag: { filterTaps: false, keyboardDisplacement: 0 },
    },
  );
}

/** Whether all of a scene is in view. */
function isWhole({ start, scale }: Viewport, { width, length }: Extent): boolean {
  return start === 0 && scale * length <= width * (1 + 1e-9);
}

/** Where a time lies on the page, for whatever lies over the canvas. */
export function playheadTransform(viewport: Viewport, time: number): string {
  return `translateX(${xAt(viewport, time)}px)`;
}

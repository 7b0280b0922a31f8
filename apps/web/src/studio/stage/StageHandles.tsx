import { useDrag } from '@use-gesture/react';
import { useMemo, useRef, useState } from 'react';
import { between, distance, inverse, mapped, type Point } from '@cruvo/core/geometry';
import { seenCaptions, type MemberProgram } from '@cruvo/core/program';
import {
  snappedMove,
  snappedTurn,
  withLines,
  withMoved,
  withScaled,
  withTurned,
  type Scene,
  type SnappedMove,
} from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import { useMoved, useOpenScene, useProgram, useTransport } from '../SceneContext';
import type { CanvasBox } from './useCanvasBox';

/** Stage units that an arrow key moves by, and with Shift. */
const STEP = 2;
const LARGE_STEP = 20;

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/** From how near what is moved snaps, and how far above the artwork it is turned, CSS pixels. */
const SNAP_REACH = 7;
const TURN_ABOVE = 26;
const NO_GUIDES: SnappedMove['guides'] = { x: null, y: null };

/** Nobody is scaled by less in one go. */
const SMALLEST_FACTOR = 0.05;

/** What the pointer holds: a member, a corner or the handle above, which scale and turn about where it stands, or what is written of a line. */
type Held =
  | { readonly kind: 'member'; readonly id: string }
  | { readonly kind: 'corner' | 'turn'; readonly id: string; readonly foot: Point }
  | { readonly kind: 'caption'; readonly line: string; readonly middle: Point };

/** The corners of a member's artwork on the stage, clockwise from its upper left. */
function cornersOf({ place, character: { width, height } }: MemberProgram): readonly Point[] {
  return [
    mapped(place, { x: 0, y: 0 }),
    mapped(place, { x: width, y: 0 }),
    mapped(place, { x: width, y: height }),
    mapped(place, { x: 0, y: height }),
  ];
}

const directionOf = (from: Point, to: Point) => Math.atan2(to.y - from.y, to.x - from.x);

/** A point over the middle of the upper edge of artwork, however it is turned. */
function aboveArtwork([left, right, , bottom]: readonly Point[], distance: number): Point {
  const middle = between(left!, right!, 0.5);
  const down = { x: bottom!.x - left!.x, y: bottom!.y - left!.y };
  const length = Math.max(1, Math.hypot(down.x, down.y));
  return { x: middle.x - (distance * down.x) / length, y: middle.y - (distance * down.y) / length };
}

/** Whether a point of the stage is on a member's artwork. */
function covers({ place, character }: MemberProgram, point: Point): boolean {
  const { x, y } = mapped(inverse(place), point);
  return x >= 0 && y >= 0 && x <= character.width && y <= character.height;
}

/** Chooses members on the stage, and moves, scales and turns the one that is worked on; its group goes with it. */
export function StageHandles({ box }: { box: CanvasBox }) {
  const { store, transport } = useOpenScene();
  const program = useProgram();
  const playing = useTransport((state) => state.playing);
  const [guides, setGuides] = useState(NO_GUIDES);
  const svg = useRef<SVGSVGElement>(null);
  const before = useRef<Scene | null>(null);
  const { width, height } = program.scene.stage;
  const moved = useMoved();
  const worked = program.members.find(({ member }) => member.id === moved);
  const corners = useMemo(() => (worked ? cornersOf(worked) : []), [worked]);
  const units = width / Math.max(1, box.cssWidth);

  const pointOf = ([clientX, clientY]: readonly [number, number]): Point => {
    const { left, top } = svg.current!.getBoundingClientRect();
    return { x: (clientX - left) * units, y: (clientY - top) * units };
  };
  /** Everything that is dragged is one step to undo, from the scene in which it began. */
  const gesture = (first: boolean, last: boolean, change: (scene: Scene) => Scene) => {
    const { getState: state } = store;
    if (first) {
      before.current = state().scene;
      store.history.begin();
    }
    const from = before.current!;
    state().edit(() => change(from));
    if (last) store.history.end();
  };

  /** A corner of the member that is worked on, or else the foremost caption or member at a point, which is chosen. */
  const hold = (target: EventTarget | null, point: Point): Held | null => {
    for (const kind of ['corner', 'turn'] as const) {
      if (worked && target instanceof Element && target.classList.contains(kind)) {
        return { kind, id: worked.member.id, foot: worked.member };
      }
    }
    const written = seenCaptions(program, toFlicks(transport.time())).findLast(
      ({ box: { x, y, width, height } }) => {
        return point.x >= x && point.x <= x + width && point.y >= y && point.y <= y + height;
      },
    );
    if (written) {
      const { x, y, width, height } = written.box;
      const { id } = written.line.line;
      store.getState().chooseLine(id);
      return { kind: 'caption', line: id, middle: { x: x + width / 2, y: y + height / 2 } };
    }
    const hit = program.members.findLast((one) => !one.member.hidden && covers(one, point));
    if (!hit) return null;
    if (hit !== worked) store.getState().chooseMember(hit.member.id);
    return { kind: 'member', id: hit.member.id };
  };

  const drag = useDrag(
    ({ xy, initial, first, last, tap, cancel, event, memo, shiftKey, ctrlKey, metaKey }) => {
      const start = pointOf(initial);
      // What is taken hold of at first is held until the end.
      const held = first || tap ? hold(event.target, start) : (memo as Held | null);
      if (!held) return cancel();
      if (tap) return;
      const to = pointOf(xy);
      const by = { x: to.x - start.x, y: to.y - start.y };
      gesture(first, last, (scene) => {
        if (held.kind === 'member') {
          const reach = ctrlKey || metaKey ? 0 : SNAP_REACH * units;
          const snapped = snappedMove(scene, held.id, by, reach);
          setGuides(last ? NO_GUIDES : snapped.guides);
          return withMoved(scene, held.id, snapped.by);
        }
        if (held.kind === 'caption') {
          const { middle } = held;
          const line = scene.lines[held.line]!;
          const at = { x: (middle.x + by.x) / width, y: (middle.y + by.y) / height };
          return withLines(scene, [{ ...line, caption: { ...line.caption, at } }]);
        }
        const { id, foot } = held;
        if (held.kind === 'turn') {
          const angle = directionOf(foot, to) - directionOf(foot, start);
          const turn = snappedTurn(scene.cast[id]!.turn, angle, shiftKey);
          return withTurned(scene, id, turn, foot);
        }
        const factor = distance(foot, to) / Math.max(1, distance(foot, start));
        return withScaled(scene, id, Math.max(SMALLEST_FACTOR, factor), foot);
      });
      return held;
    },
    { filterTaps: true, pointer: { keys: false } },
  );

  const nudge = (event: React.KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    if (!arrow || !worked) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? LARGE_STEP : STEP;
    store
      .getState()
      .edit((scene) =>
        withMoved(scene, worked.member.id, { x: step * arrow.x, y: step * arrow.y }),
      );
  };

  const { locked, hidden } = worked?.member ?? {};
  const turnAt = worked && aboveArtwork(corners, TURN_ABOVE * units);
  const shown = worked && !playing && !hidden && program.members.length > 1;
  const name = worked ? (worked.member.name ?? worked.character.name) : '';
  return (
    <svg
      ref={svg}
      className="stage-handles"
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: box.cssWidth, height: box.cssHeight }}
      {...drag()}
    >
      {shown && (
        <g
          tabIndex={0}
          role="group"
          aria-label={`${name} on the stage: arrows move it`}
          onKeyDown={nudge}
        >
          <polygon
            className={locked ? 'frame locked' : 'frame'}
            points={corners.map(({ x, y }) => `${x},${y}`).join(' ')}
            strokeWidth={1.5 * units}
          />
          {!locked && turnAt && (
            <circle
              className="turn"
              cx={turnAt.x}
              cy={turnAt.y}
              r={6 * units}
              strokeWidth={1.5 * units}
            >
              <title>Drag to turn {name}; with Shift in steps of 15 degrees</title>
            </circle>
          )}
          {!locked &&
            corners.map((corner, at) => (
              <circle
                key={at}
                className="corner"
                cx={corner.x}
                cy={corner.y}
                r={6 * units}
                strokeWidth={1.5 * units}
              >
                <title>Drag to scale {name}</title>
              </circle>
            ))}
        </g>
      )}
      {guides.x !== null && (
        <line
          className="guide"
          x1={guides.x}
          x2={guides.x}
          y1={0}
          y2={height}
          strokeWidth={units}
        />
      )}
      {guides.y !== null && (
        <line className="guide" x1={0} x2={width} y1={guides.y} y2={guides.y} strokeWidth={units} />
      )}
    </svg>
  );
}

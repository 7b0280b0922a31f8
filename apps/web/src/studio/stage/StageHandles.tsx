import { useDrag } from '@use-gesture/react';
import { useMemo, useRef } from 'react';
import { distance, inverse, mapped, type Point } from '@cruvo/core/geometry';
import { seenCaptions, type MemberProgram } from '@cruvo/core/program';
import { withLines, withMoved, withScaled, type Scene } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import { useFocus, useOpenScene, useTransport } from '../SceneContext';
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

/** Nobody is scaled by less in one go. */
const SMALLEST_FACTOR = 0.05;

/** What the pointer holds: a member, a corner, which scales about where the member stands, or what is written of a line. */
type Held =
  | { readonly kind: 'member'; readonly id: string }
  | { readonly kind: 'corner'; readonly id: string; readonly foot: Point }
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

/** Whether a point of the stage is on a member's artwork. */
function covers({ place, character }: MemberProgram, point: Point): boolean {
  const { x, y } = mapped(inverse(place), point);
  return x >= 0 && y >= 0 && x <= character.width && y <= character.height;
}

/** Chooses members on the stage, and moves and scales the one that is worked on; its group goes with it. */
export function StageHandles({ box }: { box: CanvasBox }) {
  const { program, store, transport } = useOpenScene();
  const focus = useFocus();
  const playing = useTransport((state) => state.playing);
  const svg = useRef<SVGSVGElement>(null);
  const before = useRef<Scene | null>(null);
  const { width, height } = program.scene.stage;
  const worked = program.members.find(({ member }) => member.id === focus.member);
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
    if (worked && target instanceof Element && target.classList.contains('corner')) {
      return { kind: 'corner', id: worked.member.id, foot: worked.member };
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
    ({ xy, initial, first, last, tap, cancel, event, memo }) => {
      const start = pointOf(initial);
      // What is taken hold of at first is held until the end.
      const held = first || tap ? hold(event.target, start) : (memo as Held | null);
      if (!held) return cancel();
      if (tap) return;
      const to = pointOf(xy);
      const by = { x: to.x - start.x, y: to.y - start.y };
      gesture(first, last, (scene) => {
        if (held.kind === 'member') return withMoved(scene, held.id, by);
        if (held.kind === 'caption') {
          const { middle } = held;
          const line = scene.lines[held.line]!;
          const at = { x: (middle.x + by.x) / width, y: (middle.y + by.y) / height };
          return withLines(scene, [{ ...line, caption: { ...line.caption, at } }]);
        }
        const { id, foot } = held;
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
    </svg>
  );
}

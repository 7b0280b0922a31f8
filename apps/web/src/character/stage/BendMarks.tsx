import { useMemo } from 'react';
import {
  gripControlId,
  skeletonOf,
  withPointChanged,
  withStopGrip,
  type Bend,
  type BendPoint,
  type PointKind,
} from '@cruvo/core/character';
import { inverse, mapped, multiply, type Matrix, type Point } from '@cruvo/core/geometry';
import { bodyNow } from '../bodyNow';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import type { CharacterStore } from '../characterStore';
import { letGo } from '../letGo';
import { placingOf } from '../placing';
import { stopSweep } from '../sweep';
import { followPointer } from '../../shell/followPointer';
import { gesture } from './gesture';

/** What each kind of point does, in words. */
export const POINT_WORDS: Readonly<Record<PointKind, string>> = {
  hold: 'holds the drawing, and its direction',
  pivot: 'holds; the drawing turns about it',
  joint: 'bends here',
  grip: 'is dragged',
  plant: 'stays where it is on the stage',
};

/** The points and splints of what bends, over the drawing: of the chosen parts, or of all while none is chosen. */
export function BendMarks({
  view,
  size,
  artworkPoint,
}: {
  view: Matrix;
  /** Pixels of the canvas for one of the page. */
  size: number;
  artworkPoint: (event: { clientX: number; clientY: number }) => Point;
}) {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const values = useCharacter((state) => state.values);
  const grips = useCharacter((state) => state.grips);
  const chosen = useCharacter((state) => state.chosen);
  const point = useCharacter((state) => state.point);
  const { standing } = useMemo(
    () => bodyNow({ character, values, grips }),
    [character, values, grips],
  );
  const shown = Object.values(character.bends).filter(
    (bend) => chosen.length === 0 || bend.parts.some((part) => chosen.includes(part)),
  );
  return (
    <>
      {shown.map((bend) => {
        const place = multiply(view, standing.placeOf(bend.parts[0]!));
        const { points, bones } = skeletonOf(bend);
        const at = standing.skeletonOf(bend).at.map((one) => mapped(place, one));
        // Only grips are offered while nothing is chosen: everything else is in the way.
        const all = chosen.length > 0;
        return (
          <g key={bend.id} className="bend-marks">
            {all &&
              bones.map(({ from, to }) => (
                <line
                  key={`${from} ${to}`}
                  {...{ x1: at[from]!.x, y1: at[from]!.y, x2: at[to]!.x, y2: at[to]!.y }}
                />
              ))}
            {points.map((one, index) => {
              if (!all && one.kind !== 'grip') return null;
              const { x, y } = at[index]!;
              const isChosen = point?.bend === bend.id && point.id === one.id;
              return (
                <g
                  key={one.id}
                  className={`bend-point ${one.kind} ${isChosen ? 'chosen' : ''}`}
                  role="button"
                  aria-label={`${one.name}: ${POINT_WORDS[one.kind]}`}
                  transform={`translate(${x} ${y}) scale(${size})`}
                  onPointerDown={(event) => {
                    event.stopPropagation();
                    // What is played would slide away under the pointer.
                    stopSweep();
                    store.getState().choosePoint({ bend: bend.id, id: one.id });
                    const back = inverse(multiply(inverse(view), place));
                    dragPoint(store, bend, one, event, (moved) =>
                      mapped(back, artworkPoint(moved)),
                    );
                  }}
                >
                  <Mark kind={one.kind} />
                  <title>{`${one.name}: ${POINT_WORDS[one.kind]}`}</title>
                </g>
              );
            })}
          </g>
        );
      })}
    </>
  );
}

/** Each kind has a shape of its own. */
function Mark({ kind }: { kind: PointKind }) {
  switch (kind) {
    case 'hold':
      return <rect x={-6} y={-6} width={12} height={12} />;
    case 'pivot':
      return <circle r={6.5} className="hollow" />;
    case 'joint':
      return <circle r={5} />;
    case 'grip':
      return <circle r={10} />;
    case 'plant':
      return <path d="M0 -9L9 7H-9Z" />;
  }
}

/**
 * Drags a point: a grip as the performer does, or into the stop that is shown; any other, or with Alt, to another place
 * of the drawing.
 *
 * @param place where the pointer is, in units of the bend as drawn
 */
function dragPoint(
  store: CharacterStore,
  bend: Bend,
  point: BendPoint,
  start: React.PointerEvent,
  place: (event: { clientX: number; clientY: number }) => Point,
): void {
  const { change, drag, posing } = store.getState();
  if (point.kind !== 'grip' || start.altKey) {
    gesture(store, (moved) => {
      const { x, y } = place(moved);
      change((before) => withPointChanged(before, bend.id, point.id, { x, y }));
    });
    return;
  }
  const id = gripControlId(bend.id, point.id);
  const from = place(start);
  const before = store.getState().grips.get(id) ?? point.rest;
  const offset = (moved: PointerEvent, begun: Point): Point => {
    const { x, y } = place(moved);
    return { x: begun.x + x - from.x, y: begun.y + y - from.y };
  };
  const placing = placingOf(store.getState());
  if (posing !== null && placing.kind === 'stop') {
    const { control, at } = placing;
    const stop = store.getState().character.controls[control]!.stops.find((one) => one.at === at);
    const begun = stop?.grips[id] ?? { x: 0, y: 0 };
    gesture(store, (moved) =>
      change((now) => withStopGrip(now, control, at, id, offset(moved, begun))),
    );
    return;
  }
  followPointer(
    (moved) => drag(id, offset(moved, before)),
    () => letGo(store, id, point),
  );
}

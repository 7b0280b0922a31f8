import { useMemo } from 'react';
import { boundsOfPart, partsOf, placesOf, withPivot } from '@cruvo/core/character';
import { type Matrix, type Point, inverse, mapped, multiply } from '@cruvo/core/geometry';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { bodyNow } from '../bodyNow';
import { gesture } from './gesture';
import { snapped, stopsOf } from './snapping';

/** The box of a chosen part, and the point that it turns about. */
export function ChosenMark({
  part: id,
  view,
  near,
  onPivot,
}: {
  part: string;
  view: Matrix;
  /** Units of the artwork within which the pivot comes to rest on what it passes. */
  near: number;
  onPivot: (event: { clientX: number; clientY: number }) => Point;
}) {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const values = useCharacter((state) => state.values);
  const grips = useCharacter((state) => state.grips);
  const place = useMemo(() => {
    const { pose } = bodyNow({ character, values, grips });
    return placesOf(character, view, pose).get(id);
  }, [character, values, grips, view, id]);
  const part = partsOf(character).find((one) => one.id === id);
  const box = boundsOfPart(character, id);
  if (!part || !place) return null;
  const corners = box
    ? [
        { x: box.x, y: box.y },
        { x: box.x + box.width, y: box.y },
        { x: box.x + box.width, y: box.y + box.height },
        { x: box.x, y: box.y + box.height },
      ].map((corner) => mapped(place, corner))
    : [];
  const pivot = mapped(place, part.pivot);
  const movePivot = (event: React.PointerEvent) => {
    event.stopPropagation();
    const back = inverse(multiply(inverse(view), place));
    const stops = stopsOf(box ? [box] : []);
    gesture(store, (moved) => {
      const free = mapped(back, onPivot(moved));
      const to = moved.altKey ? free : snapped(free, stops, near);
      store.getState().change((before) => withPivot(before, id, to));
    });
  };
  return (
    <g className="chosen-mark">
      <polygon points={corners.map(({ x, y }) => `${x},${y}`).join(' ')} />
      {!part.locked && (
        <g className="pivot" onPointerDown={movePivot} role="button" aria-label="Drag the pivot">
          <circle cx={pivot.x} cy={pivot.y} r={7} />
          <path d={`M${pivot.x - 12} ${pivot.y}h24M${pivot.x} ${pivot.y - 12}v24`} />
          <title>The point that {part.name} turns about. Drag it.</title>
        </g>
      )}
    </g>
  );
}

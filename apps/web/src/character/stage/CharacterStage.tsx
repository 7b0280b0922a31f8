import { useEffect, useMemo, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { boundsOfPart, operationsOf, placesOf, withParts } from '@cruvo/core/character';
import { sameOperations, type Operation } from '@cruvo/core/frame';
import {
  fitInside,
  grow,
  inverse,
  mapped,
  multiply,
  translation,
  type Matrix,
  type Point,
} from '@cruvo/core/geometry';
import { blinksFor, closedAt, seedFrom, type Pose } from '@cruvo/core/motion';
import { poseOf, restingMouth } from '@cruvo/core/scene';
import { painterFor } from '../../studio/stage/browserGallery';
import { useCanvasBox } from '../../studio/stage/useCanvasBox';
import { useCharacter, useOpenCharacter, type Picking } from '../CharacterContext';
import { gesture } from './gesture';
import { partAt } from './partAt';

/** Seconds for which blinks are planned; then they come again. */
const BLINK_ROUND = 600;
/** Pixels that a press may wander and still be a click. */
const STILL = 4;

/** The character, large and alive: it says what is tried, blinks, and its parts are chosen and moved by pointing. */
export function CharacterStage() {
  const open = useOpenCharacter();
  const { store, gallery, saying, picking, pick, handles, id } = open;
  const character = useCharacter((state) => state.character);
  const chosen = useCharacter((state) => state.chosen);
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const page = useMemo(
    () =>
      grow(
        { x: 0, y: 0, width: character.width, height: character.height },
        0.03 * character.height,
      ),
    [character.width, character.height],
  );
  const box = useCanvasBox(holder, page);
  const view = useMemo(
    () =>
      multiply(
        fitInside(page, { width: box.width, height: box.height }),
        translation(-page.x, -page.y),
      ),
    [page, box.width, box.height],
  );
  const toPage = box.cssWidth / Math.max(1, box.width);
  const pose = useRef<Pose>(new Map());
  /** The points clicked so far, and what they were clicked for. */
  const [clicked, setClicked] = useState<{ for: Picking; points: readonly Point[] } | null>(null);
  const picked = clicked && clicked.for === picking ? clicked.points : [];
  const blinks = useMemo(
    () => blinksFor(seedFrom(id), BLINK_ROUND, character.eyes.blinking),
    [id, character.eyes.blinking],
  );

  useEffect(() => {
    const element = canvas.current;
    if (!element || box.width === 0) return;
    const painter = painterFor(element);
    let request = 0;
    let painted: readonly Operation[] | null = null;
    const paint = () => {
      const time = saying.timeNow();
      const { mouth } = character;
      const now =
        mouth &&
        (time !== null && saying.spoken ? saying.spoken.mouthAt(time) : restingMouth(mouth));
      const closed = character.eyes.lids
        ? closedAt(blinks, (performance.now() / 1000) % BLINK_ROUND)
        : 0;
      pose.current = poseOf(character, now, { gaze: null, closed });
      const operations = operationsOf(character, view, pose.current);
      if (!painted || !sameOperations(painted, operations)) {
        element.getContext('2d')!.setTransform(1, 0, 0, 1, 0, 0);
        element.getContext('2d')!.clearRect(0, 0, box.width, box.height);
        painter.paintOperations(operations, gallery, [1, 0, 0, 1, 0, 0]);
        painted = operations;
      }
      request = requestAnimationFrame(paint);
    };
    paint();
    return () => cancelAnimationFrame(request);
  }, [box, character, gallery, view, saying, blinks]);

  const artworkPoint = (event: { clientX: number; clientY: number }): Point => {
    const { left, top } = canvas.current!.getBoundingClientRect();
    const at = { x: (event.clientX - left) / toPage, y: (event.clientY - top) / toPage };
    return mapped(inverse(view), at);
  };

  const pickPoint = (point: Point) => {
    if (!picking) return;
    const points = [...picked, point];
    if (points.length < picking.prompts.length) return setClicked({ for: picking, points });
    picking.onDone(points);
    pick(null);
  };

  const press = (event: React.PointerEvent) => {
    if (event.button !== 0) return;
    const from = artworkPoint(event);
    if (picking) return pickPoint(from);
    const found = partAt(character, pose.current, gallery, from);
    const already = found !== null && chosen.includes(found);
    const several = event.shiftKey || event.ctrlKey || event.metaKey;
    if (found === null) {
      if (!several) store.getState().choose([]);
      return;
    }
    if (several) {
      store
        .getState()
        .choose(already ? chosen.filter((part) => part !== found) : [...chosen, found]);
      return;
    }
    if (!already) store.getState().choose([found]);
    dragParts(event, already ? chosen : [found], from);
  };

  /** Moves parts with the pointer until it is let go, as one step to undo. */
  const dragParts = (event: React.PointerEvent, ids: readonly string[], from: Point) => {
    const { change, character: before } = store.getState();
    const start = { x: event.clientX, y: event.clientY };
    const free = ids.filter((part) => !before.parts.find((one) => one.id === part)!.locked);
    let moving = false;
    gesture(store, (moved) => {
      if (!moving && Math.hypot(moved.clientX - start.x, moved.clientY - start.y) < STILL) return;
      moving = true;
      const to = artworkPoint(moved);
      change(() =>
        withParts(before, free, ({ rest }) => ({
          rest: { ...rest, x: rest.x + to.x - from.x, y: rest.y + to.y - from.y },
        })),
      );
    });
  };

  return (
    <div className={`character-stage ${picking ? 'picking' : ''}`} ref={holder}>
      <canvas
        ref={canvas}
        width={box.width}
        height={box.height}
        style={{ width: box.cssWidth, height: box.cssHeight }}
        role="img"
        aria-label={`The character ${character.name}`}
        onPointerDown={press}
      />
      <svg
        className="marks"
        style={{ width: box.cssWidth, height: box.cssHeight }}
        viewBox={`0 0 ${box.width} ${box.height}`}
        aria-hidden={handles.length === 0 && chosen.length === 0}
      >
        {(picking ? [] : chosen).map((part) => (
          <ChosenMark key={part} part={part} view={view} onPivot={artworkPoint} />
        ))}
        {picked.map((point, at) => {
          const { x, y } = mapped(view, point);
          return <circle key={at} className="picked" cx={x} cy={y} r={6 / toPage} />;
        })}
        {(picking ? [] : handles).map(({ name, at, onMove }) => {
          const { x, y } = mapped(view, at);
          return (
            <g
              key={name}
              className="handle"
              role="button"
              aria-label={`Drag: ${name}`}
              onPointerDown={(event) => {
                event.stopPropagation();
                gesture(store, (moved) => onMove(artworkPoint(moved)));
              }}
            >
              <circle cx={x} cy={y} r={8 / toPage} />
              <title>{name}</title>
            </g>
          );
        })}
      </svg>
      {picking && (
        <div className="prompt" role="status">
          <strong>
            {picked.length + 1} of {picking.prompts.length}
          </strong>{' '}
          {picking.prompts[picked.length]}
          <Button size="sm" variant="quiet" onClick={() => pick(null)}>
            Cancel
          </Button>
        </div>
      )}
    </div>
  );
}

/** The box of a chosen part, and the point that it turns about. */
function ChosenMark({
  part: id,
  view,
  onPivot,
}: {
  part: string;
  view: Matrix;
  onPivot: (event: { clientX: number; clientY: number }) => Point;
}) {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const place = useMemo(() => placesOf(character, view, new Map()).get(id), [character, view, id]);
  const part = character.parts.find((one) => one.id === id);
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
    gesture(store, (moved) => {
      const to = mapped(back, onPivot(moved));
      store.getState().change((before) => withParts(before, [id], { pivot: to }));
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

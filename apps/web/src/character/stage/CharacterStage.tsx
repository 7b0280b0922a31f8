import { useEffect, useMemo, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { branchOf, itemsOf, partsOf, placesOf } from '@cruvo/core/character';
import {
  IDENTITY,
  type Point,
  fitInside,
  grow,
  inverse,
  mapped,
  multiply,
  translation,
  unionOf,
} from '@cruvo/core/geometry';
import type { Pose } from '@cruvo/core/pose';
import { useCanvasBox } from '../../studio/stage/useCanvasBox';
import { everyPicture, useFrames, type FrameSource } from '../../studio/stage/useFrames';
import { useCharacter, useOpenCharacter, type Picking } from '../CharacterContext';
import { placingOf, withPlaced } from '../placing';
import { BendMarks } from './BendMarks';
import { ChosenMark } from './ChosenMark';
import { gesture } from './gesture';
import { MeaningTags } from './MeaningTags';
import { partAt } from './partAt';
import { PosingPrompt } from './PosingPrompt';
import { RegionBrush } from './RegionBrush';
import { snapOffset, stopsOf } from './snapping';
import { standingBox } from './standingBox';
import { usePoseNow } from './usePoseNow';

/** Pixels within which something dragged comes to rest. */
const NEAR = 5;
/** Pixels that a press may wander and still be a click. */
const STILL = 4;

/**
 * The character, large and alive: it says what is tried, blinks, and its parts are chosen and moved by pointing.
 *
 * @param tags whether it is written on the drawing what each part was taken for
 */
export function CharacterStage({ tags }: { tags: boolean }) {
  const open = useOpenCharacter();
  const { store, images, saying, picking, pick, partAt: partAtRef, handles, id } = open;
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
  /** Units of the artwork within which something dragged comes to rest on what it passes. */
  const near = (NEAR / Math.max(1, box.cssHeight)) * page.height;
  const pose = useRef<Pose>(new Map());
  /** The points clicked so far, and what they were clicked for. */
  const [clicked, setClicked] = useState<{ for: Picking; points: readonly Point[] } | null>(null);
  const picked = clicked && clicked.for === picking ? clicked.points : [];
  const values = useCharacter((state) => state.values);
  const grips = useCharacter((state) => state.grips);
  const region = useCharacter((state) => state.region);
  const poseNow = usePoseNow(id, character, saying, values, grips);
  const source = useMemo<FrameSource>(() => {
    const toFrame = translation(-page.x, -page.y);
    return {
      frame: () => {
        pose.current = poseNow();
        const items = itemsOf(character, toFrame, pose.current);
        return { width: page.width, height: page.height, background: null, items };
      },
      follow: everyPicture,
    };
  }, [character, page, poseNow]);
  useFrames(canvas, box, images, source);

  const artworkPoint = (event: { clientX: number; clientY: number }): Point => {
    const { left, top } = canvas.current!.getBoundingClientRect();
    const at = { x: (event.clientX - left) / toPage, y: (event.clientY - top) / toPage };
    return mapped(inverse(view), at);
  };

  useEffect(() => {
    partAtRef.current = (onPage) => {
      const point = artworkPoint({ clientX: onPage.x, clientY: onPage.y });
      return partAt(character, pose.current, images, point);
    };
    return () => void (partAtRef.current = null);
  });

  const pickPoint = (point: Point) => {
    if (!picking) return;
    const points = [...picked, point];
    if (points.length < picking.prompts.length) return setClicked({ for: picking, points });
    picking.onDone(points, partAt(character, pose.current, images, point));
    pick(null);
  };

  const press = (event: React.PointerEvent) => {
    if (event.button !== 0) return;
    const from = artworkPoint(event);
    if (picking) return pickPoint(from);
    const found = partAt(character, pose.current, images, from);
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
    const placing = placingOf(store.getState());
    if (placing.kind === 'between') return;
    const start = { x: event.clientX, y: event.clientY };
    const free = ids.filter((part) => !partsOf(before).find((one) => one.id === part)!.locked);
    const places = placesOf(before, IDENTITY, pose.current);
    const standing = (part: string) => standingBox(before, part, places);
    const dragged = unionOf(free.flatMap((part) => standing(part) ?? []));
    const moving = new Set(
      free.flatMap((part) => branchOf(partsOf(before), part).map((one) => one.id)),
    );
    const others = partsOf(before).filter(({ id: part, drawing }) => drawing && !moving.has(part));
    const stops = stopsOf([page, ...others.flatMap(({ id: part }) => standing(part) ?? [])]);
    let under = false;
    gesture(store, (moved) => {
      if (!under && Math.hypot(moved.clientX - start.x, moved.clientY - start.y) < STILL) return;
      under = true;
      const to = artworkPoint(moved);
      const by = { x: to.x - from.x, y: to.y - from.y };
      const off =
        dragged && !moved.altKey
          ? snapOffset({ ...dragged, x: dragged.x + by.x, y: dragged.y + by.y }, stops, near)
          : { x: 0, y: 0 };
      change(() =>
        withPlaced(before, placing, free, (place) => ({
          ...place,
          ...{ x: place.x + by.x + off.x, y: place.y + by.y + off.y },
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
        aria-hidden={
          handles.length === 0 && chosen.length === 0 && Object.keys(character.bends).length === 0
        }
      >
        {(picking ? [] : chosen).map((part) => (
          <ChosenMark key={part} part={part} view={view} near={near} onPivot={artworkPoint} />
        ))}
        {!picking && toPage > 0 && (
          <BendMarks view={view} size={1 / toPage} artworkPoint={artworkPoint} />
        )}
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
      {region && !picking && <RegionBrush view={view} box={box} artworkPoint={artworkPoint} />}
      {tags && !picking && <MeaningTags view={view} box={box} />}
      {!picking && <PosingPrompt />}
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

import { useEffect, useMemo, useRef, useState } from 'react';
import { Form } from 'react-bootstrap';
import { withRegionChanged } from '@cruvo/core/character';
import { inverse, mapped, multiply, type Matrix, type Point } from '@cruvo/core/geometry';
import {
  BRUSH_MODES,
  brushed,
  FULL_WEIGHT,
  isInside,
  outlineBounds,
  weightAt,
  type BrushMode,
} from '@cruvo/core/mesh';
import type { CanvasBox } from '../../studio/stage/useCanvasBox';
import { bodyNow } from '../bodyNow';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { gesture } from './gesture';

const MODE_WORDS: Readonly<Record<BrushMode, string>> = {
  add: 'Add',
  take: 'Take away',
  smooth: 'Smooth',
};
/** A brush reaches this share of the region's drawing. */
const RADIUS = 0.16;
const FALLOFF = 0.8;
/** Cells of the heat map along its longer side. */
const CELLS = 96;

/** The soft region that is being painted, as a heat map over the drawing; a brush paints on it. */
export function RegionBrush({
  view,
  box,
  artworkPoint,
}: {
  view: Matrix;
  box: CanvasBox;
  artworkPoint: (event: { clientX: number; clientY: number }) => Point;
}) {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const target = useCharacter((state) => state.region);
  const values = useCharacter((state) => state.values);
  const grips = useCharacter((state) => state.grips);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [mode, setMode] = useState<BrushMode>('add');
  const [size, setSize] = useState(RADIUS);
  const [strength, setStrength] = useState(0.35);
  const [hover, setHover] = useState<number | null>(null);
  const bend = target ? character.bends[target.bend] : undefined;
  const region = target ? bend?.regions[target.id] : undefined;
  const place = useMemo(() => {
    if (!bend) return null;
    const { standing } = bodyNow({ character, values, grips });
    return multiply(view, standing.placeOf(bend.parts[0]!));
  }, [bend, character, values, grips, view]);

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !bend || !region || !place) return;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, box.width, box.height);
    context.setTransform(...place);
    const area = outlineBounds(bend.outline);
    const cell = Math.max(area.width, area.height) / CELLS;
    for (let y = area.y; y < area.y + area.height; y += cell) {
      for (let x = area.x; x < area.x + area.width; x += cell) {
        const middle = { x: x + cell / 2, y: y + cell / 2 };
        if (!isInside(bend.outline, middle)) continue;
        context.fillStyle = heat(weightAt(region, area, middle));
        context.fillRect(x, y, cell * 1.05, cell * 1.05);
      }
    }
  }, [bend, region, place, box.width, box.height]);

  if (!bend || !region || !place || !target) return null;
  const area = outlineBounds(bend.outline);
  const within = (event: { clientX: number; clientY: number }) =>
    mapped(inverse(multiply(inverse(view), place)), artworkPoint(event));
  const press = (event: React.PointerEvent) => {
    if (event.button !== 0) return;
    const brush = {
      ...{ mode, strength, falloff: FALLOFF },
      radius: size * Math.max(area.width, area.height),
    };
    const touch = (moved: { clientX: number; clientY: number }) => {
      const at = within(moved);
      store.getState().change((before) => {
        const now = before.bends[target.bend]!.regions[target.id]!;
        const { weights } = brushed(now, area, at, brush);
        return withRegionChanged(before, target.bend, target.id, { weights });
      });
    };
    gesture(store, touch);
    touch(event);
  };
  return (
    <>
      <canvas
        ref={canvas}
        className="heat-map"
        width={box.width}
        height={box.height}
        style={{ width: box.cssWidth, height: box.cssHeight }}
        role="img"
        aria-label={`How far each place goes along with ${region.name}`}
        onPointerDown={press}
        onPointerMove={(event) => setHover(weightAt(region, area, within(event)))}
        onPointerLeave={() => setHover(null)}
      />
      <div className="prompt brush-bar" role="group" aria-label="Brush">
        {BRUSH_MODES.map((one) => (
          <Form.Check
            key={one}
            inline
            type="radio"
            name="brush"
            id={`brush-${one}`}
            label={MODE_WORDS[one]}
            checked={mode === one}
            onChange={() => setMode(one)}
          />
        ))}
        <Form.Range
          aria-label="Brush size"
          title="Size"
          {...{ min: 0.03, max: 0.5, step: 0.01, value: size }}
          onChange={({ target: range }) => setSize(Number(range.value))}
        />
        <Form.Range
          aria-label="Brush strength"
          title="Strength"
          {...{ min: 0.05, max: 1, step: 0.05, value: strength }}
          onChange={({ target: range }) => setStrength(Number(range.value))}
        />
        <span className="figures">{hover === null ? '–' : `${Math.round(hover * 100)} %`}</span>
      </div>
    </>
  );
}

/** From see-through by way of violet and orange to yellow. */
function heat(weight: number): string {
  const share = Math.round(weight * FULL_WEIGHT) / FULL_WEIGHT;
  const hue = (290 + 130 * share) % 360;
  return `hsl(${hue} 90% ${45 + 15 * share}% / ${share === 0 ? 0.12 : 0.35 + 0.35 * share})`;
}

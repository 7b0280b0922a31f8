import { useEffect, useRef, useState } from 'react';
import { middleOf, type Point } from '@cruvo/core/geometry';
import { followPointer } from '../../shell/followPointer';
import { isInside } from './joining';
import type { Apart } from './source';

/** Pixels of the picture's longer side; shown at half of that, or smaller. */
const SIDE = 1100;
/** A press that moves no further than this is a click, pixels. */
const CLICK = 5;
/** Of 255: what is more see-through can't be pointed at. */
const SEEN = 24;
/** How much of the other pieces is seen beside those that are chosen. */
const DIMMED = 0.2;

interface PiecesPictureProps {
  readonly apart: Apart;
  readonly lit: ReadonlySet<number>;
  readonly onClick: (piece: number | null) => void;
  /** @param outline in units of the drawing; @param inside pieces whose middles it encloses */
  readonly onLasso: (outline: readonly Point[], inside: readonly number[]) => void;
}

/** A drawing in its pieces: a click chooses one, a drag draws around some. */
export function PiecesPicture({ apart, lit, onClick, onLasso }: PiecesPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [outline, setOutline] = useState<readonly Point[]>([]);
  const scale = SIDE / Math.max(apart.width, apart.height);
  const size = { width: Math.ceil(apart.width * scale), height: Math.ceil(apart.height * scale) };
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    context.clearRect(0, 0, size.width, size.height);
    for (const { number, box, picture } of apart.pieces) {
      context.globalAlpha = lit.size === 0 || lit.has(number) ? 1 : DIMMED;
      const [x, y, width, height] = [box.x, box.y, box.width, box.height].map((one) => one * scale);
      context.drawImage(picture, x!, y!, width!, height!);
    }
    context.globalAlpha = 1;
    const path = new Path2D();
    for (const { x, y } of outline) path.lineTo(x * scale, y * scale);
    context.lineWidth = 3;
    context.setLineDash([10, 7]);
    context.strokeStyle = getComputedStyle(context.canvas).color;
    context.stroke(path);
  }, [apart, lit, outline, scale, size.width, size.height]);

  const pointOf = (event: { clientX: number; clientY: number }): Point => {
    const box = canvas.current!.getBoundingClientRect();
    return {
      x: ((event.clientX - box.left) / box.width) * apart.width,
      y: ((event.clientY - box.top) / box.height) * apart.height,
    };
  };
  const press = (event: React.PointerEvent) => {
    event.preventDefault();
    const from = { x: event.clientX, y: event.clientY };
    let drawn: readonly Point[] = [pointOf(event)];
    let far = false;
    followPointer(
      (moved) => {
        far ||= Math.hypot(moved.clientX - from.x, moved.clientY - from.y) > CLICK;
        drawn = [...drawn, pointOf(moved)];
        if (far) setOutline(drawn);
      },
      (up) => {
        setOutline([]);
        if (up && !far) onClick(pieceAt(apart, drawn[0]!));
        if (!up || !far || drawn.length < 3) return;
        const inside = apart.pieces.filter(({ box }) => isInside(middleOf(box), drawn));
        onLasso(
          drawn,
          inside.map(({ number }) => number),
        );
      },
    );
  };
  return (
    <canvas
      ref={canvas}
      {...size}
      className="pieces-picture"
      role="img"
      aria-label={piecesInWords(apart.pieces.length)}
      onPointerDown={press}
    />
  );
}

/** The foremost piece that is seen at a point. */
function pieceAt({ pieces }: Apart, { x, y }: Point): number | null {
  const pixel = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true })!;
  const found = [...pieces].reverse().find(({ box, picture }) => {
    const [column, row] = [
      ((x - box.x) / box.width) * picture.width,
      ((y - box.y) / box.height) * picture.height,
    ];
    pixel.clearRect(0, 0, 1, 1);
    pixel.drawImage(picture, -Math.floor(column), -Math.floor(row));
    return pixel.getImageData(0, 0, 1, 1).data[3]! > SEEN;
  });
  return found?.number ?? null;
}

const piecesInWords = (count: number) =>
  count === 1 ? 'The drawing in one piece' : `The drawing in ${count} pieces`;

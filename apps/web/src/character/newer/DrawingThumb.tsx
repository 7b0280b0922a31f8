import { useEffect, useRef } from 'react';
import { type Drawing, itemOfDrawing } from '@cruvo/core/character';
import { IDENTITY, fitInside, multiply, translation } from '@cruvo/core/geometry';
import { painterFor, type BrowserImages } from '../../studio/stage/browserImages';

/** Pixels; drawn at twice the size at which it is shown. */
const SIZE = { width: 112, height: 80 };

/** A small picture of one drawing; an empty place where there is none. */
export function DrawingThumb({
  drawing,
  images,
}: {
  drawing: Drawing | null | undefined;
  images: BrowserImages;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element || !drawing) return;
    const { x, y, width, height } = drawing;
    const view = multiply(fitInside({ width, height }, SIZE), translation(-x, -y));
    element.getContext('2d')!.clearRect(0, 0, SIZE.width, SIZE.height);
    painterFor(element).paintItems([itemOfDrawing('', drawing, view)], images, IDENTITY);
  }, [drawing, images]);
  return <canvas className="drawing-thumb" ref={canvas} {...SIZE} aria-hidden />;
}

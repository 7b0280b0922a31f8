import { useEffect, useRef } from 'react';
import { type Drawing, itemOfDrawing } from '@cruvo/core/character';
import { IDENTITY, fitInside, multiply, translation } from '@cruvo/core/geometry';
import { browserPainter, showPixels, type BrowserImages } from '@cruvo/painter/browser';

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
    const items = [itemOfDrawing('', drawing, view)];
    showPixels(element, browserPainter.paintItems(items, images, IDENTITY, SIZE));
  }, [drawing, images]);
  return <canvas className="drawing-thumb" ref={canvas} {...SIZE} aria-hidden />;
}

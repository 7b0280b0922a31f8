import { useEffect, useRef } from 'react';
import { type Box, fitInside, multiply, translation } from '@cruvo/core/geometry';
import type { FrameItem } from '@cruvo/core/frame';
import { browserPainter, showPixels, type BrowserImages } from '@cruvo/painter/browser';

interface ItemsPictureProps {
  readonly items: readonly FrameItem[];
  /** What of them is seen, in their units. */
  readonly box: Box;
  readonly images: BrowserImages;
  /** Pixels; twice the size at which it is shown. */
  readonly width: number;
  readonly height: number;
  readonly className: string;
}

/** A still picture of what a frame can hold, fitted and centred. */
export function ItemsPicture({ items, box, images, className, ...size }: ItemsPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = size;
  useEffect(() => {
    if (!canvas.current) return;
    const view = multiply(fitInside(box, { width, height }), translation(-box.x, -box.y));
    showPixels(canvas.current, browserPainter.paintItems(items, images, view, { width, height }));
  }, [items, box, images, width, height]);
  return <canvas ref={canvas} {...size} className={className} aria-hidden />;
}

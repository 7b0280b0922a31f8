import { useEffect, useRef, type RefObject } from 'react';
import type { Frame } from '@cruvo/core/frame';
import { FrameCanvas, type BrowserImages } from '@cruvo/painter/browser';
import type { CanvasBox } from './useCanvasBox';

/** What a stage shows: frames, and when another one may be seen. */
export interface FrameSource {
  /** What is seen now. */
  readonly frame: () => Frame;
  /** Calls back whenever another frame may be seen; returns what ends that. */
  readonly follow: (paint: () => void) => () => void;
}

/** Calls back for every picture of the screen. */
export function everyPicture(paint: () => void): () => void {
  let request = requestAnimationFrame(function next() {
    paint();
    request = requestAnimationFrame(next);
  });
  return () => cancelAnimationFrame(request);
}

/**
 * Calls back for pictures of the screen, but leaves as much time between two as the last one took: voices that come in
 * meanwhile don't wait for pictures.
 */
export function unhurriedPictures(paint: () => void): {
  /** Paints at once. */
  readonly paintNow: () => void;
  readonly stop: () => void;
} {
  let free = 0;
  const paintNow = () => {
    const began = performance.now();
    paint();
    const ended = performance.now();
    free = ended + (ended - began);
  };
  const stop = everyPicture(() => {
    if (performance.now() >= free) paintNow();
  });
  return { paintNow, stop };
}

/** Paints frames on a canvas, as large as it is, for as long as it is there. */
export function useFrames(
  canvas: RefObject<HTMLCanvasElement | null>,
  box: CanvasBox,
  images: BrowserImages,
  source: FrameSource,
): void {
  const painter = useRef<FrameCanvas | null>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element || box.width === 0) return;
    painter.current ??= new FrameCanvas(element);
    const paint = () => painter.current!.show(source.frame(), images, element);
    paint();
    return source.follow(paint);
  }, [canvas, box, images, source]);
}

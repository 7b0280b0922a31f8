import { useEffect, useState, type RefObject } from 'react';

export interface CanvasBox {
  /** Pixels of the canvas. */
  readonly width: number;
  readonly height: number;
  /** Size on the page, CSS pixels. */
  readonly cssWidth: number;
  readonly cssHeight: number;
}

const MARGIN = 14;
const SHARPEST = 2;
const EMPTY: CanvasBox = { width: 0, height: 0, cssWidth: 0, cssHeight: 0 };

/** The largest box of the stage's shape inside an element, as that element changes its size. */
export function useCanvasBox(
  holder: RefObject<HTMLElement | null>,
  shape: { readonly width: number; readonly height: number },
): CanvasBox {
  const [box, setBox] = useState(EMPTY);
  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    const measure = () => {
      const room = {
        width: element.clientWidth - 2 * MARGIN,
        height: element.clientHeight - 2 * MARGIN,
      };
      const factor = Math.max(0, Math.min(room.width / shape.width, room.height / shape.height));
      const cssWidth = Math.floor(shape.width * factor);
      const cssHeight = Math.floor(shape.height * factor);
      const sharpness = Math.min(SHARPEST, window.devicePixelRatio);
      const width = Math.round(cssWidth * sharpness);
      const height = Math.round(cssHeight * sharpness);
      setBox((before) =>
        before.width === width && before.height === height
          ? before
          : { width, height, cssWidth, cssHeight },
      );
    };
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, [holder, shape.width, shape.height]);
  return box;
}

import type { ReactNode, RefObject } from 'react';
import type { CanvasBox } from './useCanvasBox';

/** The stage's canvas in the middle of its room; `children` lie over it. */
export function StageCanvas({
  holder,
  canvas,
  box,
  label,
  seeThrough = false,
  children,
}: {
  holder: RefObject<HTMLDivElement | null>;
  canvas: RefObject<HTMLCanvasElement | null>;
  box: CanvasBox;
  /** What is seen, for people who don't see it. */
  label: string;
  /** Whether one can see through where nothing is drawn. */
  seeThrough?: boolean;
  children?: ReactNode;
}) {
  return (
    <main className="stage" ref={holder} aria-label="Stage">
      <canvas
        ref={canvas}
        width={box.width}
        height={box.height}
        style={{ width: box.cssWidth, height: box.cssHeight }}
        className={seeThrough ? 'see-through' : ''}
        role="img"
        aria-label={label}
      />
      {children}
    </main>
  );
}

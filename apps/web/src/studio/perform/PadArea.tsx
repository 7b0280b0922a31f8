import { useState, type PointerEvent } from 'react';
import { clamp } from '@cruvo/core/numbers';

const STEP = 0.1;

/** A pad on which one drags a point: across and down, each from -1 to 1. It stays where it is let go. */
export function PadArea({
  label,
  onMove,
}: {
  label: string;
  onMove: (across: number, down: number) => void;
}) {
  const [[across, down], setPlace] = useState<readonly [number, number]>([0, 0]);
  const go = (x: number, y: number) => {
    const place = [clamp(x, -1, 1), clamp(y, -1, 1)] as const;
    setPlace(place);
    onMove(...place);
  };
  const follow = (event: PointerEvent<HTMLDivElement>) => {
    if (event.buttons === 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const box = event.currentTarget.getBoundingClientRect();
    go(
      (2 * (event.clientX - box.left)) / box.width - 1,
      (2 * (event.clientY - box.top)) / box.height - 1,
    );
  };
  return (
    <div
      className="face-pad"
      role="slider"
      tabIndex={0}
      aria-label={`${label}: drag, or use the arrow keys; Home sets it back`}
      aria-valuenow={Math.round(100 * across)}
      aria-valuetext={`${Math.round(100 * across)} across, ${Math.round(100 * down)} down`}
      onPointerDown={follow}
      onPointerMove={follow}
      onDoubleClick={() => go(0, 0)}
      onKeyDown={(event) => {
        const step = {
          ArrowLeft: [-1, 0],
          ArrowRight: [1, 0],
          ArrowUp: [0, -1],
          ArrowDown: [0, 1],
        }[event.key];
        if (event.key === 'Home') go(0, 0);
        else if (step) go(across + STEP * step[0]!, down + STEP * step[1]!);
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
    >
      <span className="face-pad-name">{label}</span>
      <span
        className="face-pad-dot"
        style={{ left: `${50 + 50 * across}%`, top: `${50 + 50 * down}%` }}
      />
    </div>
  );
}

import { useState, type PointerEvent } from 'react';
import type { FaceValues } from '@cruvo/core/face';
import { clamp } from '@cruvo/core/numbers';
import type { FacePad } from './faceDevice';

/** What is held by a button while it is pressed. */
const HELD: readonly (readonly [label: string, values: Partial<FaceValues>])[] = [
  ['Blink', { 'left lid': 1, 'right lid': 1 }],
  ['Brows', { 'left brow': 1, 'right brow': 1 }],
  ['Smile', { smile: 1, 'mouth wide': 1 }],
  ['Mouth', { 'mouth open': 1 }],
];
const STEP = 0.1;

/** A face by hand: the head and the eyes on two pads, the rest by buttons. */
export function PadFields({ pad }: { pad: FacePad }) {
  return (
    <div className="d-flex flex-wrap gap-2 mb-2 face-pads">
      <FacePadArea label="Head" onMove={(across, down) => pad.move({ turn: across, nod: down })} />
      <FacePadArea
        label="Eyes"
        onMove={(across, down) => pad.move({ 'gaze across': across, 'gaze down': down })}
      />
      <div className="d-grid gap-1">
        {HELD.map(([label, values]) => {
          const release = () =>
            pad.move(Object.fromEntries(Object.keys(values).map((channel) => [channel, 0])));
          const hold = () => pad.move(values);
          return (
            <button
              key={label}
              type="button"
              className="btn btn-sm btn-outline-secondary"
              onPointerDown={hold}
              onPointerUp={release}
              onPointerLeave={release}
              onKeyDown={({ key }) => key === ' ' && hold()}
              onKeyUp={release}
            >
              {label}
            </button>
          );
        })}
      </div>
    </div>
  );
}

function FacePadArea({
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

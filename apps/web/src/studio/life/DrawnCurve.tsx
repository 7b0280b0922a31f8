import type { CurvePoint } from '@cruvo/core/reactions';
import { useRef } from 'react';
import { followPointer } from '../../shell/followPointer';
import { useOpenScene } from '../SceneContext';

const SIZE = 100;
/** Points lie at least so far apart. */
const APART = 0.02;
const MOST = 16;

/** A curve of in and out, drawn by its points: drag them, click for another, press Delete to take one away. */
export function DrawnCurve({
  points,
  onChange,
}: {
  points: readonly CurvePoint[];
  onChange: (points: readonly CurvePoint[]) => void;
}) {
  const { history } = useOpenScene().store;
  const svg = useRef<SVGSVGElement>(null);
  const at = ({ clientX, clientY }: { clientX: number; clientY: number }): CurvePoint => {
    const box = svg.current!.getBoundingClientRect();
    const share = (value: number) => Math.round(100 * Math.min(1, Math.max(0, value))) / 100;
    return {
      in: share((clientX - box.left) / box.width),
      out: share(1 - (clientY - box.top) / box.height),
    };
  };
  const moved = (all: readonly CurvePoint[], index: number, to: CurvePoint) => {
    const least = (all[index - 1]?.in ?? -APART) + APART;
    const most = (all[index + 1]?.in ?? 1 + APART) - APART;
    return all.with(index, { in: Math.min(most, Math.max(least, to.in)), out: to.out });
  };
  const drag = (all: readonly CurvePoint[], index: number) => {
    history.begin();
    followPointer(
      (event) => onChange(moved(all, index, at(event))),
      () => history.end(),
    );
  };
  const add = (event: React.PointerEvent) => {
    const point = at(event);
    if (points.length >= MOST || points.some((one) => Math.abs(one.in - point.in) < APART)) return;
    const all = [...points, point].sort((a, b) => a.in - b.in);
    onChange(all);
    drag(all, all.indexOf(point));
  };
  return (
    <svg
      ref={svg}
      className="drawn-curve"
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="group"
      aria-label="Curve of in and out"
      onPointerDown={add}
    >
      <polyline
        points={[{ in: 0, out: points[0]!.out }, ...points, { in: 1, out: points.at(-1)!.out }]
          .map((point) => `${SIZE * point.in},${SIZE * (1 - point.out)}`)
          .join(' ')}
      />
      {points.map((point, index) => (
        <circle
          key={index}
          cx={SIZE * point.in}
          cy={SIZE * (1 - point.out)}
          r={4}
          tabIndex={0}
          role="slider"
          aria-label={`Point ${index + 1}`}
          aria-valuenow={Math.round(100 * point.out)}
          onPointerDown={(event) => {
            event.stopPropagation();
            drag(points, index);
          }}
          onKeyDown={(event) => {
            const step = { ArrowUp: 0.05, ArrowDown: -0.05 }[event.key];
            if (step !== undefined) {
              event.preventDefault();
              const out = Math.min(1, Math.max(0, point.out + step));
              onChange(points.with(index, { ...point, out }));
            } else if (event.key === 'Delete' && points.length > 2) {
              event.stopPropagation();
              onChange(points.toSpliced(index, 1));
            }
          }}
        />
      ))}
    </svg>
  );
}

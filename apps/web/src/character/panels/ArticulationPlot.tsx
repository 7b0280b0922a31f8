import { useEffect, useMemo, useRef } from 'react';
import type { Articulation } from '@cruvo/core/mouth';
import type { Spoken } from '../useSaying';

const WIDTH = 280;
const HEIGHT = 76;
const STEPS = 280;
const CURVES: readonly (readonly [keyof Articulation, string])[] = [
  ['jaw', 'jaw'],
  ['width', 'width'],
  ['round', 'rounding'],
];

/** How jaw and lips move over time, with the moment that is being said. */
export function ArticulationPlot({
  spoken,
  timeNow,
}: {
  spoken: Spoken;
  timeNow: () => number | null;
}) {
  const line = useRef<SVGLineElement>(null);
  const { duration } = spoken.track;
  const paths = useMemo(() => {
    const shapes = Array.from({ length: STEPS + 1 }, (_, at) =>
      spoken.articulation((at * duration) / STEPS),
    );
    return CURVES.map(([dimension, label]) => {
      const points = shapes.map(
        (articulation, at) =>
          `${((at * WIDTH) / STEPS).toFixed(1)} ${((1 - articulation[dimension]) * HEIGHT).toFixed(1)}`,
      );
      return { dimension, label, path: `M${points.join('L')}` };
    });
  }, [spoken, duration]);
  useEffect(() => {
    let request = 0;
    const move = () => {
      const x = String(((timeNow() ?? 0) / duration) * WIDTH);
      line.current?.setAttribute('x1', x);
      line.current?.setAttribute('x2', x);
      request = requestAnimationFrame(move);
    };
    move();
    return () => cancelAnimationFrame(request);
  }, [duration, timeNow]);
  return (
    <figure className="articulation-plot">
      <svg
        viewBox={`0 -2 ${WIDTH} ${HEIGHT + 4}`}
        role="img"
        aria-label="Jaw, width and rounding over time"
      >
        {paths.map(({ dimension, path }) => (
          <path key={dimension} className={dimension} d={path} />
        ))}
        <line ref={line} y1={-2} y2={HEIGHT + 2} />
      </svg>
      <figcaption>
        {paths.map(({ dimension, label }) => (
          <span key={dimension} className={dimension}>
            {label}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}

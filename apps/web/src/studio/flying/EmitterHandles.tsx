import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import type { Point } from '@cruvo/core/geometry';
import type { Emitter, EmitterSource } from '@cruvo/core/particles';
import { withRecord } from '@cruvo/core/records';
import { useOpenScene, useScene } from '../SceneContext';
import type { CanvasBox } from '../stage/useCanvasBox';

/** CSS pixels of a handle, and how far it keeps from the border of the stage so that it can be taken hold of. */
const RADIUS = 7;
const INSET = 10;

type Corner = 'from' | 'to' | 'at';

/** Where the particles of the chosen emitter come from, to be dragged on the stage; ends that lie beside it are shown at its border. */
export function EmitterHandles({ box }: { box: CanvasBox }) {
  const { store } = useOpenScene();
  const { width, height } = useScene(({ scene }) => scene.stage);
  const emitter = useScene(({ scene, emitter: id }) => (id === null ? null : scene.emitters[id]));
  const svg = useRef<SVGSVGElement>(null);
  const before = useRef<Emitter | null>(null);
  const units = width / Math.max(1, box.cssWidth);
  const drag = useDrag(
    ({ movement: [right, down], first, last, args: [corner] }) => {
      const state = store.getState();
      if (first) {
        before.current = emitter ?? null;
        store.history.begin();
      }
      const held = before.current;
      if (held) {
        const source = moved(held.source, corner as Corner, {
          x: right * units,
          y: down * units,
        });
        state.edit((scene) => ({
          ...scene,
          emitters: withRecord(scene.emitters, held.id, (one) => ({ ...one, source })),
        }));
      }
      if (last) store.history.end();
    },
    { pointer: { keys: false } },
  );
  if (!emitter || emitter.source.kind === 'part') return null;
  const { source, name } = emitter;
  const inside = ({ x, y }: Point): Point => ({
    x: Math.min(width - INSET * units, Math.max(INSET * units, x)),
    y: Math.min(height - INSET * units, Math.max(INSET * units, y)),
  });
  const corners: readonly (readonly [Corner, Point])[] =
    source.kind === 'point'
      ? [['at', source.at]]
      : [
          ['from', source.from],
          ['to', source.to],
        ];
  return (
    <svg
      ref={svg}
      className="stage-handles emitter-handles"
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: box.cssWidth, height: box.cssHeight }}
    >
      {source.kind === 'line' && (
        <line
          className="source"
          x1={source.from.x}
          y1={source.from.y}
          x2={source.to.x}
          y2={source.to.y}
          strokeWidth={2 * units}
        />
      )}
      {source.kind === 'area' && (
        <rect
          className="source"
          x={Math.min(source.from.x, source.to.x)}
          y={Math.min(source.from.y, source.to.y)}
          width={Math.abs(source.to.x - source.from.x)}
          height={Math.abs(source.to.y - source.from.y)}
          strokeWidth={2 * units}
        />
      )}
      {corners.map(([corner, point]) => {
        const at = inside(point);
        return (
          <circle
            key={corner}
            {...drag(corner)}
            className="source-end"
            cx={at.x}
            cy={at.y}
            r={RADIUS * units}
            strokeWidth={1.5 * units}
          >
            <title>Drag where {name} comes from</title>
          </circle>
        );
      })}
    </svg>
  );
}

function moved(source: EmitterSource, corner: Corner, by: Point): EmitterSource {
  const along = ({ x, y }: Point) => ({ x: x + by.x, y: y + by.y });
  if (source.kind === 'point') return { ...source, at: along(source.at) };
  if (source.kind === 'part') return source;
  return corner === 'from'
    ? { ...source, from: along(source.from) }
    : { ...source, to: along(source.to) };
}

import { Eraser } from 'lucide-react';
import { useCallback, useRef } from 'react';
import { keyValueAt, withStrokeDrawn, type Key, type StrokePoint } from '@cruvo/core/keys';
import { clamp } from '@cruvo/core/numbers';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { followPointer } from '../../shell/followPointer';
import { IconButton } from '../../shell/IconButton';
import { usePlayhead } from '../playback/usePlayhead';
import { useOpenScene, useScene } from '../SceneContext';

const [WIDTH, HEIGHT] = [300, 64];
const POINTS = 150;
/** By how much an arrow key changes the value at the playhead. */
const STEP = 0.05;

/** A curve over the work area, or the whole scene, that one draws with the pointer; arrows set it at the playhead. */
export function DrawnSignal({
  keys,
  onChange,
}: {
  keys: readonly Key[];
  onChange: (keys: readonly Key[]) => void;
}) {
  const { store, transport } = useOpenScene();
  const { workArea, length } = useScene(({ scene }) => scene);
  const svg = useRef<SVGSVGElement>(null);
  const playhead = useRef<SVGLineElement>(null);
  const { start, end } = workArea ?? { start: 0, end: length };
  const x = (time: number) => ((time - start) / (end - start)) * WIDTH;
  const y = (value: number) => HEIGHT * (1 - clamp(value, 0, 1));
  const line = Array.from({ length: POINTS + 1 }, (_, at) => {
    const time = start + (at / POINTS) * (end - start);
    return `${x(time).toFixed(1)} ${y(keyValueAt(keys, time)).toFixed(1)}`;
  });
  usePlayhead(
    useCallback(
      (time: number) => {
        const at = `${((toFlicks(time) - start) / (end - start)) * WIDTH}`;
        playhead.current?.setAttribute('x1', at);
        playhead.current?.setAttribute('x2', at);
      },
      [start, end],
    ),
  );
  const pointOf = ({ clientX, clientY }: { clientX: number; clientY: number }): StrokePoint => {
    const box = svg.current!.getBoundingClientRect();
    const across = clamp((clientX - box.left) / box.width, 0, 1);
    return {
      time: Math.round(start + across * (end - start)),
      value: clamp(1 - (clientY - box.top) / box.height, 0, 1),
    };
  };
  const draw = (event: React.PointerEvent) => {
    const stroke = [pointOf(event)];
    store.history.begin();
    onChange(withStrokeDrawn(keys, stroke));
    followPointer(
      (moved) => {
        stroke.push(pointOf(moved));
        onChange(withStrokeDrawn(keys, stroke));
      },
      () => store.history.end(),
    );
  };
  const press = (event: React.KeyboardEvent) => {
    const by = { ArrowUp: STEP, ArrowDown: -STEP }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const time = toFlicks(transport.time());
    onChange(withStrokeDrawn(keys, [{ time, value: clamp(keyValueAt(keys, time) + by, 0, 1) }]));
  };
  return (
    <div>
      <svg
        ref={svg}
        className="drawn-signal"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        role="slider"
        tabIndex={0}
        aria-label="Curve over time: draw it with the pointer; arrows up and down set it at the playhead"
        aria-valuenow={Math.round(100 * keyValueAt(keys, toFlicks(transport.time())))}
        onPointerDown={draw}
        onKeyDown={press}
      >
        <path d={`M${line.join('L')}`} />
        <line ref={playhead} className="playhead" y1={0} y2={HEIGHT} />
      </svg>
      <div className="d-flex align-items-center small quiet">
        <span className="me-auto figures">
          {toSeconds(start).toFixed(1)} to {toSeconds(end).toFixed(1)} s: draw here
        </span>
        <IconButton
          icon={Eraser}
          label="Draw it anew"
          disabled={keys.length === 1}
          onClick={() => onChange([{ ...keys[0]!, time: 0, value: 0 }])}
        />
      </div>
    </div>
  );
}

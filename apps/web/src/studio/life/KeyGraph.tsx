import { useRef } from 'react';
import { keyValueAt, withKeyChanged, withoutKey, type KeyTrack } from '@cruvo/core/keys';
import { frameAt, frameStart, toSeconds, type FrameRateName } from '@cruvo/core/time';
import { followPointer } from '../../shell/followPointer';
import { useOpenScene } from '../SceneContext';

const [WIDTH, HEIGHT, EDGE] = [300, 90, 6];
const POINTS = 150;

/** The keys of a control over time, to be dragged; arrow keys move the one that has the focus. */
export function KeyGraph({
  track,
  range,
  frameRate,
  onChange,
}: {
  track: KeyTrack;
  /** The least and the greatest value that are seen. */
  range: { readonly min: number; readonly max: number };
  frameRate: FrameRateName;
  onChange: (track: KeyTrack) => void;
}) {
  const { store, transport } = useOpenScene();
  const svg = useRef<SVGSVGElement>(null);
  const { keys } = track;
  const [from, to] = [keys[0]!.time, keys.at(-1)!.time];
  const span = Math.max(to - from, frameStart(12, frameRate));
  const x = (time: number) => EDGE + ((time - from) / span) * (WIDTH - 2 * EDGE);
  const y = (value: number) =>
    HEIGHT - EDGE - ((value - range.min) / (range.max - range.min)) * (HEIGHT - 2 * EDGE);
  const line = Array.from({ length: POINTS + 1 }, (_, at) => {
    const time = from + (at / POINTS) * span;
    return `${x(time).toFixed(1)} ${y(keyValueAt(keys, time)).toFixed(1)}`;
  });
  const inFrames = (time: number) => frameStart(Math.max(0, frameAt(time, frameRate)), frameRate);
  const clamped = (value: number) => Math.min(range.max, Math.max(range.min, value));
  const drag = (event: React.PointerEvent, grabbed: number) => {
    const box = svg.current!.getBoundingClientRect();
    const [startX, startY] = [event.clientX, event.clientY];
    const key = keys[grabbed]!;
    const before = track;
    transport.seek(toSeconds(key.time));
    store.history.begin();
    followPointer(
      ({ clientX, clientY }) => {
        const time =
          key.time + ((clientX - startX) / box.width) * (WIDTH / (WIDTH - 2 * EDGE)) * span;
        const way = ((startY - clientY) / box.height) * (HEIGHT / (HEIGHT - 2 * EDGE));
        const value = clamped(key.value + way * (range.max - range.min));
        onChange(withKeyChanged(before, key.time, { time: inFrames(time), value }));
      },
      () => store.history.end(),
    );
  };
  const press = (event: React.KeyboardEvent, grabbed: number) => {
    const key = keys[grabbed]!;
    const step = (range.max - range.min) / 50;
    const frame = frameAt(key.time, frameRate);
    const change = {
      ArrowUp: { value: clamped(key.value + step) },
      ArrowDown: { value: clamped(key.value - step) },
      ArrowLeft: { time: frameStart(Math.max(0, frame - 1), frameRate) },
      ArrowRight: { time: frameStart(frame + 1, frameRate) },
    }[event.key];
    if (!change && event.key !== 'Delete') return;
    event.preventDefault();
    event.stopPropagation();
    onChange(change ? withKeyChanged(track, key.time, change) : withoutKey(track, key.time));
  };
  return (
    <svg
      ref={svg}
      className="key-graph"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="group"
      aria-label="Keys over time"
    >
      <path d={`M${line.join('L')}`} />
      {keys.map((key, at) => (
        <rect
          key={key.time}
          x={-4}
          y={-4}
          width={8}
          height={8}
          transform={`translate(${x(key.time)} ${y(key.value)}) rotate(45)`}
          tabIndex={0}
          role="slider"
          aria-label={`Key at ${toSeconds(key.time).toFixed(2)} s`}
          aria-valuenow={key.value}
          onPointerDown={(event) => drag(event, at)}
          onKeyDown={(event) => press(event, at)}
        >
          <title>{`${toSeconds(key.time).toFixed(2)} s: ${key.value.toFixed(2)}`}</title>
        </rect>
      ))}
    </svg>
  );
}

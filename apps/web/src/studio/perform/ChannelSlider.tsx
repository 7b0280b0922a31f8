import { Circle } from 'lucide-react';
import { Form } from 'react-bootstrap';
import { useStore } from 'zustand';
import type { Performing } from './performing';

/** A control that is performed by its slider; the dot tells whether it is recorded where it is moved. */
export function ChannelSlider({
  performing,
  target,
  label,
  min,
  max,
  rest,
}: {
  performing: Performing;
  target: string;
  label: string;
  min: number;
  max: number;
  rest: number;
}) {
  const value = useStore(performing.state, ({ moved }) => moved.get(target));
  const recorded = useStore(performing.state, ({ leftOut }) => !leftOut.has(target));
  return (
    <div className={value === undefined ? 'channel' : 'channel moved'}>
      <button
        type="button"
        className={recorded ? 'channel-dot armed' : 'channel-dot'}
        aria-label={`Record ${label}`}
        aria-pressed={recorded}
        title={recorded ? 'Recorded where it is moved' : 'Plays back, also where it is moved'}
        onClick={() => performing.setRecorded(target, !recorded)}
      >
        <Circle size={12} aria-hidden fill={recorded ? 'currentColor' : 'none'} />
      </button>
      <span>{label}</span>
      <Form.Range
        aria-label={label}
        {...{ min, max, step: (max - min) / 200, value: value ?? rest }}
        onChange={(event) => performing.move(target, Number(event.target.value))}
        onPointerUp={() => performing.letGo([target])}
        onKeyUp={() => performing.letGo([target])}
        onDoubleClick={() => performing.letGoAll()}
      />
    </div>
  );
}

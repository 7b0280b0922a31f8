import { Circle, CircleSlash, Play } from 'lucide-react';
import { Form } from 'react-bootstrap';
import { useStore } from 'zustand';
import { lateBy } from './lateness';
import type { ChannelMode, Performing } from './performing';
import { MODE_NAMES } from './words';

/** What each mode does, and which comes next. */
const MODES = {
  recorded: { next: 'plays', icon: Circle, title: 'Recorded where it is moved' },
  plays: { next: 'off', icon: Play, title: 'Plays back: nothing moves it by hand' },
  off: { next: 'recorded', icon: CircleSlash, title: 'Off: at rest while one performs' },
} as const;

/** A control that is performed by its slider, which is its meter too; the sign before it tells what becomes of it in the pass. */
export function ChannelSlider({
  performing,
  target,
  label,
  min,
  max,
  rest,
  onMode,
}: {
  performing: Performing;
  target: string;
  label: string;
  min: number;
  max: number;
  rest: number;
  onMode: (mode: ChannelMode) => void;
}) {
  const value = useStore(performing.state, ({ moved }) => moved.get(target));
  const mode = useStore(performing.state, ({ modes }) => modes.get(target) ?? 'recorded');
  const { next, icon: Icon, title } = MODES[mode];
  return (
    <div className={value === undefined ? 'channel' : 'channel moved'}>
      <button
        type="button"
        className={mode === 'recorded' ? 'channel-dot armed' : 'channel-dot'}
        aria-label={`${label}: ${MODE_NAMES[mode]}`}
        title={title}
        onClick={() => onMode(next)}
      >
        <Icon size={12} aria-hidden fill={mode === 'recorded' ? 'currentColor' : 'none'} />
      </button>
      <span>{label}</span>
      <Form.Range
        aria-label={label}
        disabled={mode !== 'recorded'}
        {...{ min, max, step: (max - min) / 200, value: value ?? rest }}
        onChange={({ target: { value: next }, timeStamp }) =>
          performing.move(target, Number(next), lateBy(timeStamp))
        }
        onPointerUp={() => performing.letGo([target])}
        onKeyUp={() => performing.letGo([target])}
        onDoubleClick={() => performing.letGoAll()}
      />
    </div>
  );
}

import { useDrag } from '@use-gesture/react';
import { useRef } from 'react';
import { clamp } from '@cruvo/core/numbers';
import { HEIGHT_OF_SIZE, ROW_SIZE } from './rows';

/** By how much an arrow key makes a row higher or lower. */
const STEP = 0.1;

/** The lower edge of a row, which is dragged to make it higher or lower. */
export function RowEdge({
  name,
  size,
  onSize,
}: {
  name: string;
  size: number;
  onSize: (size: number) => void;
}) {
  const before = useRef(size);
  const set = (wanted: number) => onSize(clamp(wanted, ROW_SIZE.least, ROW_SIZE.most));
  const drag = useDrag(
    ({ movement: [, down], first }) => {
      if (first) before.current = size;
      set(before.current + down / HEIGHT_OF_SIZE);
    },
    { axis: 'y', pointer: { keys: false } },
  );
  const onKeyDown = (event: React.KeyboardEvent) => {
    const steps = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (steps === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    set(size + steps * STEP);
  };
  return (
    <div
      className="row-edge"
      role="separator"
      tabIndex={0}
      aria-orientation="horizontal"
      aria-label={`Resize the row of ${name}`}
      aria-valuenow={Math.round(100 * size)}
      aria-valuemin={100 * ROW_SIZE.least}
      aria-valuemax={100 * ROW_SIZE.most}
      title="Drag to make the row higher; double-click for the usual height"
      onDoubleClick={() => onSize(1)}
      onKeyDown={onKeyDown}
      {...drag()}
    />
  );
}

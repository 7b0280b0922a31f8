import { useSortable } from '@dnd-kit/sortable';
import { GripVertical } from 'lucide-react';
import type { CSSProperties, ReactNode } from 'react';

/** An item of a list that is sorted by dragging. */
interface SortedItem {
  readonly ref: (element: HTMLElement | null) => void;
  readonly style: CSSProperties;
  readonly isDragging: boolean;
  /** What it is dragged by, with the pointer and with the keyboard. */
  readonly grip: ReactNode;
}

/**
 * What an item needs that is dragged to another place of its list; see SortableList.
 *
 * @param label what its grip does
 * @param ways whether it is dragged up and down only, or also aside
 */
export function useSortedItem(
  id: string,
  label: string,
  title: string,
  ways: 'down' | 'all' = 'down',
): SortedItem {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, isDragging } =
    useSortable({ id });
  const { x, y } = transform ?? { x: 0, y: 0 };
  return {
    ref: setNodeRef,
    style: transform ? { transform: `translate(${ways === 'all' ? x : 0}px, ${y}px)` } : {},
    isDragging,
    grip: (
      <button
        ref={setActivatorNodeRef}
        type="button"
        className="grip"
        {...attributes}
        {...listeners}
        aria-label={label}
        title={title}
      >
        <GripVertical size={15} aria-hidden />
      </button>
    ),
  };
}

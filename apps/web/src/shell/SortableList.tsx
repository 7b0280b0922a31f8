import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type Over,
} from '@dnd-kit/core';
import {
  rectSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import type { ReactNode } from 'react';

/** How far the pointer must go before an item goes with it, pixels. */
const DRAG_FROM = 5;

interface SortableListProps {
  /** Of the items, in their order. */
  readonly ids: readonly string[];
  /** Whether items stand below each other, or also side by side. */
  readonly layout?: 'column' | 'grid';
  /** Told from which place to which an item was dragged. */
  readonly onPlace: (from: number, to: number) => void;
  readonly children: ReactNode;
}

/**
 * A list whose items are dragged by their grips, with the pointer and with the keyboard; see
 * useSortedItem. Where an item is while it is dragged is told to screen readers.
 */
export function SortableList({ ids, layout = 'column', onPlace, children }: SortableListProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const placeOf = (item: { id: string | number } | null) =>
    item ? ids.indexOf(String(item.id)) : -1;
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const [from, to] = [placeOf(active), placeOf(over)];
    if (from >= 0 && to >= 0 && from !== to) onPlace(from, to);
  };
  const at = (over: Over | null) => `place ${placeOf(over) + 1} of ${ids.length}`;
  const announcements: Announcements = {
    onDragStart: () => 'Picked up',
    onDragOver: ({ over }) => (over ? `At ${at(over)}` : 'Beside the list'),
    onDragEnd: ({ over }) => (over ? `Dropped at ${at(over)}` : 'Left where it was'),
    onDragCancel: () => 'Left where it was',
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={{ announcements }}
    >
      <SortableContext
        items={[...ids]}
        strategy={layout === 'grid' ? rectSortingStrategy : verticalListSortingStrategy}
      >
        {children}
      </SortableContext>
    </DndContext>
  );
}

import {
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { sortableKeyboardCoordinates } from '@dnd-kit/sortable';

/** How far the pointer must go before an item goes with it, pixels. */
const DRAG_FROM = 5;

/**
 * What a list needs whose items are dragged by their grips, with the pointer and with the keyboard.
 *
 * @param ids of the items, in their order
 * @param onPlace told from which place to which an item was dragged
 */
export function useSorting(ids: readonly string[], onPlace: (from: number, to: number) => void) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const [from, to] = [active, over].map((one) => (one ? ids.indexOf(String(one.id)) : -1));
    if (from! >= 0 && to! >= 0 && from !== to) onPlace(from!, to!);
  };
  return { sensors, onDragEnd };
}

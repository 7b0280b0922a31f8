import { useEffect, useState, type RefObject } from 'react';
import { toFlicks, type Flicks } from '@cruvo/core/time';
import { placeAt, type TimelineRow } from './rows';
import { timeAt, xAt, type Viewport } from './viewport';

/** Where recordings that are held over the timeline would go, CSS pixels. */
export interface DropPlace {
  readonly member: string;
  readonly start: Flicks;
  readonly top: number;
  readonly height: number;
  readonly left: number;
}

/**
 * Lets files be dropped on the rows of the timeline: they go to that speaker, at that time.
 *
 * @returns where they would go now; null while none are held over it
 */
export function useVoiceDrop(
  holder: RefObject<HTMLElement | null>,
  { rows, viewport }: { readonly rows: readonly TimelineRow[]; readonly viewport: Viewport },
  onDrop: (files: readonly File[], place: DropPlace) => void,
): DropPlace | null {
  const [over, setOver] = useState<DropPlace | null>(null);

  useEffect(() => {
    const element = holder.current!;
    const placeOf = ({ clientX, clientY }: DragEvent): DropPlace | null => {
      const box = element.getBoundingClientRect();
      const row = placeAt(rows, clientY - box.top).row ?? rows[0];
      if (!row) return null;
      const time = Math.max(0, timeAt(viewport, clientX - box.left));
      return {
        ...{ member: row.member.member.id, start: toFlicks(time) },
        ...{ top: row.top, height: row.height, left: xAt(viewport, time) },
      };
    };
    const withFiles = (work: (event: DragEvent) => void) => (event: DragEvent) => {
      if (!event.dataTransfer?.types.includes('Files')) return;
      event.preventDefault();
      work(event);
    };
    const hover = withFiles((event) => setOver(placeOf(event)));
    const leave = withFiles(() => setOver(null));
    const drop = withFiles((event) => {
      setOver(null);
      const place = placeOf(event);
      if (place) onDrop([...event.dataTransfer!.files], place);
    });
    element.addEventListener('dragover', hover);
    element.addEventListener('dragleave', leave);
    element.addEventListener('drop', drop);
    return () => {
      element.removeEventListener('dragover', hover);
      element.removeEventListener('dragleave', leave);
      element.removeEventListener('drop', drop);
    };
  }, [holder, rows, viewport, onDrop]);
  return over;
}

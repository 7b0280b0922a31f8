import { ArrowRight } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Drawing } from '@cruvo/core/character';
import type { BrowserImages } from '@cruvo/painter/browser';
import { DrawingThumb } from '../pictures/DrawingThumb';

interface ChangeRowProps {
  readonly name: string;
  readonly detail?: string;
  readonly before: Drawing | null;
  readonly after: Drawing | null;
  readonly images: BrowserImages;
  /** What can be decided about it. */
  readonly children?: ReactNode;
}

/** One part as it was and as it would be. */
export function ChangeRow({ name, detail, before, after, images, children }: ChangeRowProps) {
  return (
    <li>
      <DrawingThumb drawing={before} images={images} />
      <ArrowRight size={16} aria-hidden className="flex-shrink-0 quiet" />
      <DrawingThumb drawing={after} images={images} />
      <span className="min-w-0 flex-fill">
        <span className="d-block text-break">{name}</span>
        {detail && <span className="quiet small">{detail}</span>}
      </span>
      {children}
    </li>
  );
}

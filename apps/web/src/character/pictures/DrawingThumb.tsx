import { useMemo } from 'react';
import { type Drawing, itemOfDrawing } from '@cruvo/core/character';
import { IDENTITY } from '@cruvo/core/geometry';
import type { BrowserImages } from '@cruvo/painter/browser';
import { ItemsPicture } from './ItemsPicture';

const SIZE = { width: 112, height: 80 };

/** A small picture of one drawing; an empty place where there is none. */
export function DrawingThumb({
  drawing,
  images,
}: {
  drawing: Drawing | null | undefined;
  images: BrowserImages;
}) {
  const items = useMemo(() => (drawing ? [itemOfDrawing('', drawing, IDENTITY)] : []), [drawing]);
  const box = drawing ?? NOTHING;
  return <ItemsPicture className="drawing-thumb" {...{ items, box, images }} {...SIZE} />;
}

const NOTHING = { x: 0, y: 0, width: 1, height: 1 };

import { type Character, itemOfDrawing } from '@cruvo/core/character';
import { type Box, type Matrix, IDENTITY, unionOf } from '@cruvo/core/geometry';
import { ALONG, type Outline, traceOutline } from '@cruvo/core/mesh';
import type { ImageStore } from './images';
import type { Painter } from './painter';

/** Pixels of the longer side of a picture that is traced, and of one of which the very edge matters. */
const TRACED_SIDE = 180;
const SHARP_SIDE = 720;
/** Drawings may reach out of their boxes by this share of them. */
const OVERHANG = 0.02;

/**
 * The outline of what some parts show together as drawn, units of the artwork; null where nothing is seen.
 *
 * @param sharp whether it runs along the very edge, where others touch it
 */
export function traceParts<Image>(
  painter: Painter<Image>,
  images: ImageStore<Image>,
  character: Pick<Character, 'parts' | 'drawings'>,
  parts: readonly string[],
  sharp = false,
): Outline | null {
  const drawings = parts.flatMap((id) => {
    const key = character.parts[id]?.drawing;
    return key === null || key === undefined ? [] : (character.drawings[key] ?? []);
  });
  const box = unionOf(drawings);
  if (!box) return null;
  const { x, y, width, height } = grown(box);
  const scale = (sharp ? SHARP_SIDE : TRACED_SIDE) / Math.max(width, height);
  const [across, down] = [Math.ceil(width * scale), Math.ceil(height * scale)];
  const items = drawings.map((drawing, at) => itemOfDrawing(String(at), drawing, IDENTITY));
  const view: Matrix = [scale, 0, 0, scale, -x * scale, -y * scale];
  const data = painter.paintItems(items, images, view, { width: across, height: down });
  const alpha = Uint8Array.from({ length: across * down }, (_, at) => data[4 * at + 3]!);
  const traced = traceOutline(
    alpha,
    { width: across, height: down },
    { x, y, width: across / scale, height: down / scale },
    sharp ? ALONG : undefined,
  );
  return traced.length > 0 ? traced : null;
}

function grown({ x, y, width, height }: Box): Box {
  const margin = OVERHANG * Math.max(width, height);
  return { x: x - margin, y: y - margin, width: width + 2 * margin, height: height + 2 * margin };
}

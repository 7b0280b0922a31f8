import { createCanvas } from '@napi-rs/canvas';
import type { WorkingPicture } from '@cruvo/media/picture';

/** A picture of one colour. */
export function plainPicture(color: string, width = 160, height = 90): WorkingPicture {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  context.fillStyle = color;
  context.fillRect(0, 0, width, height);
  return { png: canvas.toBuffer('image/png'), width, height };
}

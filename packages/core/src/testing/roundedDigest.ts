import { Digest, type FrameItem } from '../frame';
import type { Matrix } from '../geometry';

const { round } = Math;

/** Decimals that count: the last digits of sines and powers differ between engines. */
const FINEST = 1e3;

/** A digest of what items paint, the same wherever it is computed. */
export function roundedDigest(items: readonly FrameItem[]): number {
  const digest = new Digest();
  const number = (value: number) => digest.number(round(value * FINEST) + 0);
  const matrix = (values: Matrix) => values.forEach(number);
  /** SVG path data and colours, their numbers rounded. */
  const text = (value: string) =>
    digest.text(
      value.replace(/-?\d+(\.\d+)?(e-?\d+)?/g, (found) =>
        String(round(Number(found) * FINEST) / FINEST + 0),
      ),
    );
  const add = (item: FrameItem): void => {
    digest.text(item.id);
    if (item.kind === 'group') {
      digest.text(item.blend);
      number(item.opacity);
      if (item.clip) {
        text(item.clip.path);
        matrix(item.clip.matrix);
      }
      digest.number(item.items.length);
      [...item.items, ...(item.mask ?? [])].forEach(add);
      return;
    }
    if (item.kind === 'particles') {
      item.marks.forEach(number);
      return;
    }
    matrix(item.matrix);
    if (item.kind === 'shapes') text(JSON.stringify(item.shapes));
    else digest.text(item.media);
  };
  items.forEach(add);
  return digest.value;
}

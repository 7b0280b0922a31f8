import type { Pixels } from './layerStore';

/** Of 255, by which a value may be off and still look alike. */
const ALIKE = 24;
/** Share of the pixels with something on them that may look otherwise. */
const OFF = 0.02;
/** Opacity from which on what lies beneath can't be told any more, of 255. */
const COVERS = 250;

/**
 * What a filter has put beneath a picture, as a shadow or a glow does: with the picture over it, it looks as the
 * filter's result does. Null where nothing beneath would look like that.
 *
 * @param filtered the picture with the filter, of the same size as the one without
 */
export function addedBeneath(filtered: Pixels, plain: Pixels): Pixels | null {
  const { width, height } = filtered;
  const data = new Uint8ClampedArray(width * height * 4);
  let [covered, off] = [0, 0];
  for (let at = 0; at < data.length; at += 4) {
    const [above, all] = [plain.data[at + 3]!, filtered.data[at + 3]!];
    if (above === 0 && all === 0) continue;
    covered++;
    // What is wanted of the pixel beneath: (all - above) / (1 - above), premultiplied (Porter and Duff, 1984, "over").
    const left = 255 - above;
    const alpha = above >= COVERS ? 0 : clamp(((all - above) / left) * 255);
    let most = Math.abs(above + (alpha * left) / 255 - all);
    for (let channel = 0; channel < 3; channel++) {
      const [top, wanted] = [
        (plain.data[at + channel]! * above) / 255,
        (filtered.data[at + channel]! * all) / 255,
      ];
      const beneath = alpha === 0 ? 0 : clamp((((wanted - top) * 255) / left / alpha) * 255);
      data[at + channel] = beneath;
      most = Math.max(most, Math.abs(top + (((beneath * alpha) / 255) * left) / 255 - wanted));
    }
    data[at + 3] = alpha;
    if (most > ALIKE) off++;
  }
  return off <= OFF * covered ? { data, width, height } : null;
}

const clamp = (value: number) => Math.min(255, Math.max(0, value));

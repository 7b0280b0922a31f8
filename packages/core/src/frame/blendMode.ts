/** How colours mix with what lies beneath (W3C Compositing and Blending Level 1). */
export const BLEND_MODES = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
  'lighter',
] as const;
export type BlendMode = (typeof BLEND_MODES)[number];

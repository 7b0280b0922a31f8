/** How colours mix with what lies beneath (W3C Compositing and Blending Level 1, and linear burn of painting programs). */
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
  'linear-burn',
] as const;
export type BlendMode = (typeof BLEND_MODES)[number];

/** The mode of browsers and other formats that looks most like one. */
export const commonBlendMode = (mode: BlendMode) => (mode === 'linear-burn' ? 'multiply' : mode);

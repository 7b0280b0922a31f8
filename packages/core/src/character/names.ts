import type { Viseme } from '../speech/visemes';

/** What the layers of a talking character are called, in lower case. */
export const MOUTH_LAYER = 'mouth';
export const EYES_LAYER = 'eyes';
export const CLOSED_LIDS_LAYER = 'closed';

/** The viseme that a mouth drawing shows, by the name of its layer. */
export const VISEME_BY_LAYER: Readonly<Record<string, Viseme>> = {
  rest: 0,
  mbp: 1,
  fv: 2,
  th: 3,
  td: 4,
  kg: 5,
  ch: 6,
  sz: 7,
  nl: 8,
  r: 9,
  ah: 10,
  eh: 11,
  ee: 12,
  oh: 13,
  oo: 14,
};

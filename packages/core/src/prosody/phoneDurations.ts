/** How long each phone lasts on average in acted English, seconds: measured by `training/emphasis` on what it is trained on. */
const MEANS: Readonly<Record<string, number>> = {
  ...{ aa: 0.126, ae: 0.129, ah: 0.057, ao: 0.123, aw: 0.096, ay: 0.077, b: 0.067, ch: 0.121 },
  ...{ d: 0.06, dh: 0.04, eh: 0.091, er: 0.098, ey: 0.075, f: 0.078, g: 0.088, hh: 0.057 },
  ...{ ih: 0.066, iy: 0.122, jh: 0.111, k: 0.084, l: 0.085, m: 0.087, n: 0.075, ng: 0.083 },
  ...{ ow: 0.076, oy: 0.068, p: 0.081, r: 0.07, s: 0.112, sh: 0.135, t: 0.062, th: 0.073 },
  ...{ uh: 0.059, uw: 0.091, v: 0.055, w: 0.097, y: 0.086, z: 0.088, zh: 0.131 },
};

/** Of phones that are not in the table. */
const OTHER = 0.08;

/** How long a phone lasts on average, seconds. */
export function usualDuration(phone: string | null): number {
  return (phone === null ? undefined : MEANS[phone]) ?? OTHER;
}

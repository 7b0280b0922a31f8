import type { BezierPath, LayerVectorMask } from 'ag-psd';

/** SVG path data and fill rule of what a vector mask lets be seen; pixels of the page. */
export interface VectorOutline {
  readonly path: string;
  readonly rule: 'evenodd' | 'nonzero';
}

/** @param page in pixels: what an inverted mask takes its shapes out of */
export function outlineOf(
  { paths, invert, fillStartsWithAllPixels }: LayerVectorMask,
  page: { readonly width: number; readonly height: number },
): VectorOutline {
  const shapes = paths.filter(({ knots }) => knots.length > 1).map(pathData);
  const takesAway = paths.some(
    ({ operation }) => operation !== undefined && operation !== 'combine',
  );
  const fromAll = (invert ?? false) ? true : Boolean(fillStartsWithAllPixels) && takesAway;
  const whole = `M0 0H${page.width}V${page.height}H0Z`;
  const evenOdd = fromAll || takesAway || paths.some(({ fillRule }) => fillRule === 'even-odd');
  return {
    path: [...(fromAll ? [whole] : []), ...shapes].join(''),
    rule: evenOdd ? 'evenodd' : 'nonzero',
  };
}

/** Each knot has the point before it, its own and the one after it, as x and y (Adobe Photoshop File Formats, path records). */
function pathData({ knots, open }: BezierPath): string {
  const [first, ...others] = knots.map(({ points }) => points as number[]);
  let from = first!;
  const curves = [...others, ...(open ? [] : [first!])].map((knot) => {
    const [, , , , outX, outY] = from;
    const [inX, inY, x, y] = knot;
    from = knot;
    return `C${outX} ${outY} ${inX} ${inY} ${x} ${y}`;
  });
  return `M${first![2]} ${first![3]}${curves.join('')}${open ? '' : 'Z'}`;
}

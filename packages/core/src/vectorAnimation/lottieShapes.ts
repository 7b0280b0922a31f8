import { readColor, type Rgba } from '../color';
import svgpath from 'svgpath';
import type { GradientStop, Paint, VectorShape } from '../frame';
import { mapped, meanScale, type Matrix } from '../geometry';

const BLACK: Rgba = { r: 0, g: 0, b: 0, a: 1 };

export type Json = Record<string, unknown>;

const short = (value: number) => Math.round(1000 * value) / 1000;
const exact = (value: number) => Math.round(1e5 * value) / 1e5;
const degrees = (angle: number) => exact((180 * angle) / Math.PI);

/** A matrix as the format tells it: scaled, then slanted along x, then turned, then carried. */
export function transformOf([a, b, c, d, e, f]: Matrix): Record<string, Json> {
  const turn = Math.atan2(b, a);
  const [sin, cos] = [Math.sin(turn), Math.cos(turn)];
  const across = Math.hypot(a, b);
  const slant = cos * c + sin * d;
  const down = cos * d - sin * c;
  const still = (k: unknown): Json => ({ a: 0, k });
  return {
    o: still(100),
    p: still([short(e), short(f), 0]),
    a: still([0, 0, 0]),
    s: still([exact(100 * across), exact(100 * down), 100]),
    r: still(degrees(turn)),
    // The format slants the other way round.
    sk: still(down === 0 ? 0 : -degrees(Math.atan(slant / down))),
    sa: still(0),
  };
}

/** A path as the format's outlines: vertices, each with where its curve comes in and goes out. */
export function beziersOf(path: string, matrix?: Matrix): Json[] {
  const outlines: Outline[] = [];
  let outline: Outline | null = null;
  let [x, y] = [0, 0];
  const place = (px: number, py: number) => {
    const point = matrix ? mapped(matrix, { x: px, y: py }) : { x: px, y: py };
    return [short(point.x), short(point.y)] as const;
  };
  const begin = (px: number, py: number) => {
    outline = new Outline(place(px, py));
    outlines.push(outline);
  };
  svgpath(path)
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _index, fromX, fromY) => {
      const [kind, ...values] = segment as [string, ...number[]];
      [x, y] = [fromX, fromY];
      if (kind === 'M') begin(values[0]!, values[1]!);
      else if (kind === 'Z' || kind === 'z') {
        outline?.close();
        outline = null;
      } else {
        if (!outline) begin(x, y);
        const curve = cubicOf(kind, values, x, y);
        outline!.curveTo(
          place(curve[0]!, curve[1]!),
          place(curve[2]!, curve[3]!),
          place(curve[4]!, curve[5]!),
        );
      }
    });
  return outlines.map((one) => one.json);
}

type Place = readonly [number, number];

class Outline {
  private readonly v: Place[];
  private readonly i: Place[] = [[0, 0]];
  private readonly o: Place[] = [[0, 0]];
  private closed = false;

  constructor(start: Place) {
    this.v = [start];
  }

  curveTo(one: Place, two: Place, to: Place): void {
    const from = this.v.at(-1)!;
    this.o[this.o.length - 1] = [short(one[0] - from[0]), short(one[1] - from[1])];
    this.v.push(to);
    this.i.push([short(two[0] - to[0]), short(two[1] - to[1])]);
    this.o.push([0, 0]);
  }

  close(): void {
    this.closed = true;
    const [first, last] = [this.v[0]!, this.v.at(-1)!];
    if (this.v.length < 2 || first[0] !== last[0] || first[1] !== last[1]) return;
    // The last vertex is the first one.
    this.i[0] = this.i.at(-1)!;
    for (const list of [this.v, this.i, this.o]) list.pop();
  }

  get json(): Json {
    return { c: this.closed, v: this.v, i: this.i, o: this.o };
  }
}

/** A segment of a path as a cubic curve. */
function cubicOf(kind: string, values: readonly number[], x: number, y: number): readonly number[] {
  if (kind === 'C') return values;
  if (kind === 'Q') {
    const [cx, cy, tx, ty] = values as [number, number, number, number];
    const two = 2 / 3;
    return [
      x + two * (cx - x),
      y + two * (cy - y),
      tx + two * (cx - tx),
      ty + two * (cy - ty),
      tx,
      ty,
    ];
  }
  const tx = kind === 'V' ? x : values[0]!;
  const ty = kind === 'V' ? values[0]! : kind === 'H' ? y : values[1]!;
  return [x, y, tx, ty, tx, ty];
}

/** Outlines that stand still, or at each frame at which they change. */
export type Outlines =
  | { readonly a: 0; readonly k: readonly Json[] }
  | {
      readonly a: 1;
      readonly k: readonly { readonly frame: number; readonly beziers: readonly Json[] }[];
    };

/** A shape with its outlines and what it is painted with. */
export function shapeGroup(
  { fill, fillRule, stroke, opacity }: Omit<VectorShape, 'path'>,
  outlines: Outlines,
): Json {
  const own = stroke?.transform ? meanScale(stroke.transform.matrix) : 1;
  const line = stroke && {
    ...paintOf(stroke.paint, 's', opacity),
    w: { a: 0, k: short(stroke.width * own) },
    lc: { butt: 1, round: 2, square: 3 }[stroke.cap],
    lj: { miter: 1, round: 2, bevel: 3 }[stroke.join],
    ml: stroke.miterLimit,
  };
  const area = fill !== null && {
    ...paintOf(fill, 'f', opacity),
    r: fillRule === 'evenodd' ? 2 : 1,
  };
  return {
    ty: 'gr',
    it: [
      ...pathsOf(outlines),
      // What stands first lies above.
      ...(line ? [line] : []),
      ...(area ? [area] : []),
      { ty: 'tr', ...transformOf([1, 0, 0, 1, 0, 0]) },
    ],
  };
}

function pathsOf(outlines: Outlines): Json[] {
  if (outlines.a === 0) return outlines.k.map((k) => ({ ty: 'sh', ks: { a: 0, k } }));
  const [first] = outlines.k;
  return (first?.beziers ?? []).map((only, at) => ({
    ty: 'sh',
    ks:
      outlines.k.length === 1
        ? { a: 0, k: only }
        : {
            a: 1,
            k: outlines.k.map(({ frame, beziers }) => ({ t: frame, s: [beziers[at]], h: 1 })),
          },
  }));
}

/** A colour or a gradient. @param kind of a fill or a stroke */
function paintOf(paint: Paint, kind: 'f' | 's', opacity: number): Json {
  if (typeof paint === 'string') {
    const { r, g, b, a } = readColor(paint) ?? BLACK;
    const k = [exact(r), exact(g), exact(b), 1];
    return {
      ty: kind === 'f' ? 'fl' : 'st',
      c: { a: 0, k },
      o: { a: 0, k: short(100 * a * opacity) },
    };
  }
  const o = { a: 0, k: short(100 * opacity) };
  const g = gradientOf(paint.stops);
  const ty = kind === 'f' ? 'gf' : 'gs';
  const point = (x: number, y: number) => ({ a: 0, k: [short(x), short(y)] });
  if (paint.kind === 'linear') {
    return { ty, o, g, t: 1, s: point(paint.x1, paint.y1), e: point(paint.x2, paint.y2) };
  }
  const { cx, cy, r, fx, fy, transform } = paint;
  const place = (x: number, y: number) =>
    transform ? mapped(transform.matrix, { x, y }) : { x, y };
  const middle = place(cx, cy);
  const radius = r * (transform ? meanScale(transform.matrix) : 1);
  const focus = place(fx, fy);
  const away = Math.hypot(focus.x - middle.x, focus.y - middle.y);
  const angle = away === 0 ? 0 : Math.atan2(focus.y - middle.y, focus.x - middle.x);
  return {
    ...{ ty, o, g, t: 2, s: point(middle.x, middle.y), e: point(middle.x + radius, middle.y) },
    h: { a: 0, k: short(Math.min(99, (100 * away) / Math.max(radius, 1e-6))) },
    a: { a: 0, k: degrees(angle) },
  };
}

/** Colours first, then how opaque they are, each after its place. */
function gradientOf(stops: readonly GradientStop[]): Json {
  const colors = stops.map(({ offset, color }) => ({ offset, ...(readColor(color) ?? BLACK) }));
  const k = [
    ...colors.flatMap(({ offset, r, g, b }) => [offset, r, g, b]),
    ...(colors.some(({ a }) => a < 1) ? colors.flatMap(({ offset, a }) => [offset, a]) : []),
  ];
  return { p: stops.length, k: { a: 0, k: k.map(exact) } };
}

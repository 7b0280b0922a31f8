import type { Polyline } from './polyline';
import type { Stroke } from './vectorDrawing';

/** What says how a line is drawn along its points. */
export type LineStyle = Pick<Stroke, 'width' | 'cap' | 'join' | 'miterLimit'>;

/** Corners flatter than this, as the cosine of the turn, need no join: both pieces share their ends. */
const FLAT = 0.9;
/** Pieces that share their ends are one polygon as long as they turn no further, radians: it must not cross itself. */
const FURTHEST_TURN = 1;

/**
 * The polygons that lines of a width cover: along pieces that hardly turn, at each corner and each end. All turn the same
 * way, so that what several of them cover is covered once.
 */
export class StrokePolygons {
  private readonly half: number;
  /** The angle of a piece of an arc, radians. */
  private readonly turn: number;
  /** Directions of the pieces, x and y in turn. */
  private along: Float64Array = new Float64Array(0);

  /**
   * @param tolerance how far a polygon may be away from the arc that it stands for, in the units of the line
   * @param emit takes x and y of the points of a polygon, in a list of its own
   */
  constructor(
    private readonly style: LineStyle,
    tolerance: number,
    private readonly emit: (polygon: ArrayLike<number>) => void,
  ) {
    this.half = style.width / 2;
    this.turn = 2 * Math.acos(Math.max(0, 1 - tolerance / this.half));
  }

  add({ points, closed }: Polyline): void {
    if (!(this.half > 0)) return;
    const line = withoutRepeats(points, closed);
    const count = line.length / 2;
    if (count < 2) {
      if (count === 1) this.addDot(line[0]!, line[1]!);
      return;
    }
    const pieces = closed ? count : count - 1;
    this.along = directionsOf(line, pieces);
    this.addPieces(line, pieces, closed);
    if (closed) return;
    const { along } = this;
    const end = 2 * (pieces - 1);
    this.addCap(line[0]!, line[1]!, -along[0]!, -along[1]!);
    this.addCap(line[2 * count - 2]!, line[2 * count - 1]!, along[end]!, along[end + 1]!);
  }

  private addPieces(line: Float64Array, pieces: number, closed: boolean): void {
    const { along, half } = this;
    // Both sides of the pieces that are joined so far, and how far they have turned.
    let strip: number[] = [];
    let turned = 0;
    // Where a piece begins beside the line: a shared place at flat corners, else across its own direction.
    let sideX = -half * along[1]!;
    let sideY = half * along[0]!;
    if (closed && this.cosineAt(pieces - 1, 0) >= FLAT) {
      const scale = half / (1 + this.cosineAt(pieces - 1, 0));
      sideX = -scale * (along[2 * pieces - 1]! + along[1]!);
      sideY = scale * (along[2 * pieces - 2]! + along[0]!);
    }
    for (let at = 0; at < pieces; at++) {
      const isLast = at === pieces - 1;
      const next = isLast ? 0 : at + 1;
      const x = line[2 * at]!;
      const y = line[2 * at + 1]!;
      const to = isLast && closed ? 0 : 2 * (at + 1);
      const toX = line[to]!;
      const toY = line[to + 1]!;
      const hasCorner = closed || !isLast;
      const cosine = hasCorner ? this.cosineAt(at, next) : 0;
      let endX = -half * along[2 * at + 1]!;
      let endY = half * along[2 * at]!;
      let afterX = -half * along[2 * next + 1]!;
      let afterY = half * along[2 * next]!;
      if (hasCorner && cosine >= FLAT) {
        endX = afterX = (endX + afterX) / (1 + cosine);
        endY = afterY = (endY + afterY) / (1 + cosine);
      }
      if (strip.length === 0) strip.push(x + sideX, y + sideY, x - sideX, y - sideY);
      strip.push(toX + endX, toY + endY, toX - endX, toY - endY);
      turned += Math.acos(Math.min(1, Math.max(-1, cosine)));
      const isFlat = hasCorner && cosine >= FLAT && !isLast;
      if (!isFlat || turned > FURTHEST_TURN) {
        this.emit(aroundOf(strip));
        strip = [];
        turned = 0;
      }
      sideX = afterX;
      sideY = afterY;
      if (hasCorner && cosine < FLAT) this.addJoin(at, next, cosine, toX, toY);
    }
  }

  private cosineAt(one: number, other: number): number {
    const { along } = this;
    return along[2 * one]! * along[2 * other]! + along[2 * one + 1]! * along[2 * other + 1]!;
  }

  /** Fills the outside of a corner between two pieces. */
  private addJoin(one: number, other: number, cosine: number, x: number, y: number): void {
    const { along, half } = this;
    const { join, miterLimit } = this.style;
    const cross = along[2 * one]! * along[2 * other + 1]! - along[2 * one + 1]! * along[2 * other]!;
    const side = cross > 0 ? -half : half;
    const [fromX, fromY] = [-side * along[2 * one + 1]!, side * along[2 * one]!];
    const [toX, toY] = [-side * along[2 * other + 1]!, side * along[2 * other]!];
    // A mitre’s length over the width is 1 / cos(half the turn).
    const isMitred = join === 'miter' && 2 <= miterLimit * miterLimit * (1 + cosine);
    const between = isMitred
      ? [x + (fromX + toX) / (1 + cosine), y + (fromY + toY) / (1 + cosine)]
      : join === 'round'
        ? this.arc(x, y, fromX, fromY, Math.acos(Math.max(-1, cosine)), side > 0 ? -1 : 1)
        : [];
    const polygon = [x, y, x + fromX, y + fromY, ...between, x + toX, y + toY];
    this.emit(side > 0 ? polygon : turnedRound(polygon));
  }

  /** @param outX @param outY the direction in which the line ends */
  private addCap(x: number, y: number, outX: number, outY: number): void {
    const { half } = this;
    const { cap } = this.style;
    const [sideX, sideY] = [-half * outY, half * outX];
    if (cap === 'square') {
      const [farX, farY] = [x + half * outX, y + half * outY];
      this.emit([
        ...[x + sideX, y + sideY, farX + sideX, farY + sideY],
        ...[farX - sideX, farY - sideY, x - sideX, y - sideY],
      ]);
    } else if (cap === 'round') {
      const round = this.arc(x, y, sideX, sideY, Math.PI, -1);
      this.emit([x + sideX, y + sideY, ...round, x - sideX, y - sideY]);
    }
  }

  /** A line without length has only its ends. */
  private addDot(x: number, y: number): void {
    const { half } = this;
    const { cap } = this.style;
    if (cap === 'square') {
      this.emit([x - half, y + half, x + half, y + half, x + half, y - half, x - half, y - half]);
    } else if (cap === 'round') {
      this.emit([x + half, y, ...this.arc(x, y, half, 0, 2 * Math.PI, -1)]);
    }
  }

  /** Points on an arc about (x, y), without its ends. @param way 1: from x towards y; -1: the other way */
  private arc(
    x: number,
    y: number,
    fromX: number,
    fromY: number,
    angle: number,
    way: 1 | -1,
  ): number[] {
    const steps = Math.max(2, Math.ceil(angle / this.turn));
    const found: number[] = [];
    for (let step = 1; step < steps; step++) {
      const cosine = Math.cos((angle * step) / steps);
      const sine = way * Math.sin((angle * step) / steps);
      found.push(x + cosine * fromX - sine * fromY, y + sine * fromX + cosine * fromY);
    }
    return found;
  }
}

/** Once around both sides of pieces, of which points on either side stand in turn. */
function aroundOf(strip: readonly number[]): number[] {
  const around: number[] = [];
  for (let at = 0; at < strip.length; at += 4) around.push(strip[at]!, strip[at + 1]!);
  for (let at = strip.length - 4; at >= 0; at -= 4) around.push(strip[at + 2]!, strip[at + 3]!);
  return around;
}

/** Unit vectors along the pieces of a line. */
function directionsOf(line: Float64Array, pieces: number): Float64Array {
  const along = new Float64Array(2 * pieces);
  for (let at = 0; at < pieces; at++) {
    const next = 2 * (at + 1) < line.length ? 2 * (at + 1) : 0;
    const x = line[next]! - line[2 * at]!;
    const y = line[next + 1]! - line[2 * at + 1]!;
    const length = Math.sqrt(x * x + y * y);
    along[2 * at] = x / length;
    along[2 * at + 1] = y / length;
  }
  return along;
}

function turnedRound(polygon: readonly number[]): number[] {
  const turned: number[] = [];
  for (let at = polygon.length - 2; at >= 0; at -= 2) turned.push(polygon[at]!, polygon[at + 1]!);
  return turned;
}

/** The points of a line without those that lie where the one before lies. */
function withoutRepeats(points: Float64Array, closed: boolean): Float64Array {
  const kept = new Float64Array(points.length);
  let count = 0;
  for (let at = 0; at < points.length; at += 2) {
    const x = points[at]!;
    const y = points[at + 1]!;
    if (count > 0 && x === kept[count - 2] && y === kept[count - 1]) continue;
    kept[count++] = x;
    kept[count++] = y;
  }
  if (closed && count > 2 && kept[0] === kept[count - 2] && kept[1] === kept[count - 1]) count -= 2;
  return kept.subarray(0, count);
}

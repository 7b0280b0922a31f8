import { boundsOfPart } from '../character/bounds';
import type { Character } from '../character/character';
import { placesOf } from '../character/posed';
import {
  areaOf,
  convexPieces,
  cutToBox,
  inputOf,
  INPUT,
  type Body,
  type Rigid,
  type RigidInputs,
  type RigidPlace,
} from '../bodies';
import {
  inverse,
  mapped,
  middleOf,
  multiply,
  type Box,
  type Matrix,
  type Point,
} from '../geometry';
import { placesIn, pointAt, type BentMesh } from '../mesh';
import { AT_REST, type Pose } from '../pose';

/** Whose parts bodies are: a cast member, or the backdrop. */
export interface BodyOwner {
  readonly parts: Pick<Character, 'parts' | 'drawings'>;
  /** Maps the artwork onto the stage. */
  readonly place: Matrix;
  /** Whether a part may bend. */
  readonly bends: (part: string) => boolean;
}

/** A rigid piece, and what carries it: a point of a part, and another one that tells how it is turned. */
export interface Carried {
  readonly rigid: Rigid;
  readonly part: string;
  readonly at: Point;
  readonly ahead: Point;
  /** Maps the part as drawn to where it stands about the origin of the piece, unturned. */
  readonly about: Matrix;
}

/** Cells along the longer side of a part that bends: each of them is rigid. */
const CELLS = 7;
/** What is read is rounded to this share of a stage unit and of a radian, since it comes from sines. */
const GRAIN = { length: 1024, turn: 65536 } as const;

/** The rigid pieces of a body; none where its part has no drawing, or its shape no area. */
export function carriedPieces(body: Body, { parts, place, bends }: BodyOwner): readonly Carried[] {
  const box = boundsOfPart(parts, body.part);
  if (!box || box.width <= 0 || box.height <= 0) return [];
  const rest = placesOf(parts, place, AT_REST).get(body.part)!;
  if (body.shape.kind === 'circle') {
    const carried = carriedAt(body.part, middleOf(box), box, rest);
    const [a, b, c, d] = carried.about;
    const size = Math.sqrt(Math.abs(a * d - b * c));
    const radius = ((box.width + box.height) / 4) * size;
    return [{ ...carried, rigid: { body, shape: { kind: 'circle', radius } } }];
  }
  const pieces = convexPieces(cornersOfShape(body, box));
  if (pieces.length === 0) return [];
  if (body.kind !== 'solid' || !bends(body.part)) {
    return [withPieces(body, carriedAt(body.part, middleOf(box), box, rest), pieces)];
  }
  return cellsOf(box).flatMap((cell) => {
    const inside = pieces.map((piece) => cutToBox(piece, cell)).filter(hasArea);
    if (inside.length === 0) return [];
    return [withPieces(body, carriedAt(body.part, middleOf(cell), cell, rest), inside)];
  });
}

/** Writes where pieces would be if nothing fell. @param first the number of the first of them */
export function writeTargets(
  pieces: readonly Carried[],
  first: number,
  places: ReadonlyMap<string, Matrix>,
  pose: Pose,
  inputs: RigidInputs,
): void {
  pieces.forEach(({ part, at, ahead }, index) => {
    const place = places.get(part)!;
    const bend = pose.get(part)?.bend;
    const [from, to] = [at, ahead].map((point) => mapped(place, bentPoint(bend, point)));
    const own = inputOf(first + index);
    inputs[own + INPUT.x] = grained(from!.x, GRAIN.length);
    inputs[own + INPUT.y] = grained(from!.y, GRAIN.length);
    inputs[own + INPUT.turn] = grained(Math.atan2(to!.y - from!.y, to!.x - from!.x), GRAIN.turn);
  });
}

/** The map from a part as drawn onto the stage, where its piece stands somewhere. */
export function placeOfPart({ about }: Pick<Carried, 'about'>, place: RigidPlace): Matrix {
  return multiply(matrixOf(place), about);
}

const grained = (value: number, grain: number) => Math.round(value * grain) / grain;

/** Maps what stands about the origin of a rigid piece, unturned, onto the stage. */
export function matrixOf({ x, y, turn }: RigidPlace): Matrix {
  const [cosine, sine] = [Math.cos(turn), Math.sin(turn)];
  return [cosine, sine, -sine, cosine, x, y];
}

function bentPoint(bend: BentMesh | undefined, point: Point): Point {
  const place = bend && placesIn(bend.mesh).placeOf(point);
  return place ? pointAt(bend.points, place) : point;
}

function carriedAt(part: string, at: Point, box: Box, rest: Matrix): Omit<Carried, 'rigid'> {
  const ahead = { x: at.x + box.width / 4, y: at.y };
  const [from, to] = [mapped(rest, at), mapped(rest, ahead)];
  const turn = grained(Math.atan2(to.y - from.y, to.x - from.x), GRAIN.turn);
  return { part, at, ahead, about: multiply(inverse(matrixOf({ ...from, turn })), rest) };
}

function withPieces(
  body: Body,
  carried: Omit<Carried, 'rigid'>,
  pieces: readonly (readonly Point[])[],
): Carried {
  const placed = pieces.map((piece) =>
    Float32Array.from(
      piece.flatMap((point) => {
        const { x, y } = mapped(carried.about, point);
        return [x, y];
      }),
    ),
  );
  return { ...carried, rigid: { body, shape: { kind: 'pieces', pieces: placed } } };
}

function cornersOfShape({ shape }: Body, { x, y, width, height }: Box): readonly Point[] {
  if (shape.kind === 'outline') {
    const { corners } = shape;
    return Array.from({ length: corners.length / 2 }, (_, at) => ({
      x: corners[2 * at]!,
      y: corners[2 * at + 1]!,
    }));
  }
  const [right, bottom] = [x + width, y + height];
  return [
    { x, y },
    { x: right, y },
    { x: right, y: bottom },
    { x, y: bottom },
  ];
}

function cellsOf({ x, y, width, height }: Box): readonly Box[] {
  const side = Math.max(width, height) / CELLS;
  const [columns, rows] = [Math.ceil(width / side), Math.ceil(height / side)];
  return Array.from({ length: columns * rows }, (_, at) => {
    const [column, row] = [at % columns, Math.floor(at / columns)];
    return { x: x + column * side, y: y + row * side, width: side, height: side };
  });
}

const hasArea = (piece: readonly Point[]) => piece.length > 2 && Math.abs(areaOf(piece)) > 0.5;

import {
  IDENTITY,
  inverse,
  mapped,
  multiply,
  translation,
  type Matrix,
  type Point,
} from '../geometry';
import type { BentMesh } from '../mesh';
import type { Pose } from '../pose';
import type { Bend } from './bend/bend';
import { bendsByPart } from './bend/bendsByPart';
import { bendRigOf, carriedBy, NO_MOVES, type RegionMoves } from './bend/bendRig';
import { NO_TURN, posedSkeleton, skeletonOf, type SkeletonPose, type Turn } from './bend/skeleton';
import { carrierOf, type Hanging } from './joint';
import type { Records } from '../records';
import { restMatrix, type Part } from './part';

/** What parts there are, how they bend, and how they hang on each other. */
export interface Jointed extends Hanging {
  readonly bends: Records<Bend>;
}

/** What moves the points and splints of bends. */
export interface BendMovement {
  /** How far a grip is dragged from where it was drawn, units of the artwork. */
  gripOffset(bend: string, point: string): Point | null;
  /** What the soft regions of a bend do. */
  regions(bend: Bend): RegionMoves;
  /** How far the splint that leads to a point is turned against the one before it. */
  turn(bend: string, point: string): Turn;
}

/** Nothing is dragged, nothing swings. */
export const STILL: BendMovement = {
  gripOffset: () => null,
  turn: () => NO_TURN,
  regions: () => NO_MOVES,
};

/**
 * Where the parts of a character stand in a pose, also those that hang on parts that bend. What is asked for is
 * computed, and kept.
 */
export class Standing {
  private readonly places = new Map<string, Matrix>();
  private readonly skeletons = new Map<string, SkeletonPose>();
  private readonly bends: ReadonlyMap<string, Bend>;

  constructor(
    private readonly character: Jointed,
    private readonly pose: Pose,
    private readonly movement: BendMovement,
  ) {
    this.bends = bendsByPart(character);
  }

  /** Maps a part as drawn to where it stands, units of the artwork. */
  placeOf(id: string): Matrix {
    const known = this.places.get(id);
    if (known) return known;
    const part = this.character.parts[id]!;
    // Whatever leads back here finds the part at rest: circles are refused where documents are read.
    this.places.set(id, restPlaceOf(this.character, id));
    const move = this.pose.get(id)?.move;
    const around = this.around(part) ?? this.placeOfHolder(part);
    const rest = restMatrix(part);
    const place = multiply(around, move ? multiply(move, rest) : rest);
    this.places.set(id, place);
    return place;
  }

  /** Where a point of a part as drawn is now, units of the artwork. */
  pointOf(id: string, point: Point): Point {
    const bend = this.bends.get(id);
    const bent = bend
      ? carriedBy(bend, this.skeletonOf(bend), this.movement.regions(bend), point)
      : IDENTITY;
    return mapped(this.placeOf(id), mapped(bent, point));
  }

  /** What stands in the place of a part's holder, where something else carries it; null: its holder carries it. */
  around(part: Part): Matrix | null {
    const carrier = carrierOf(this.character, part, this.bends);
    if (!carrier) return null;
    const restOfCarrier = restPlaceOf(this.character, carrier.part);
    const pivot = mapped(restPlaceOf(this.character, part.id), part.pivot);
    const bend = carrier.bends ? this.bends.get(carrier.part) : undefined;
    const ofCarrier = this.placeOf(carrier.part);
    const bent = bend
      ? multiply(
          ofCarrier,
          carriedBy(
            bend,
            this.skeletonOf(bend),
            this.movement.regions(bend),
            mapped(inverse(restOfCarrier), pivot),
          ),
        )
      : ofCarrier;
    const moved = multiply(bent, inverse(restOfCarrier));
    const to = mapped(moved, pivot);
    const turns = this.character.joints[part.id]?.kind !== 'pivot';
    const along = turns ? moved : translation(to.x - pivot.x, to.y - pivot.y);
    return multiply(
      along,
      part.parent === null ? IDENTITY : restPlaceOf(this.character, part.parent),
    );
  }

  /** The mesh of a bend; null where it is as drawn. */
  bentMesh(bend: Bend): BentMesh | null {
    return bendRigOf(bend).bent(this.skeletonOf(bend), this.movement.regions(bend));
  }

  /** Where the points of a bend are, in units of its parts as drawn. */
  skeletonOf(bend: Bend): SkeletonPose {
    const known = this.skeletons.get(bend.id);
    if (known) return known;
    const skeleton = skeletonOf(bend);
    const targets = new Map<number, Point>();
    skeleton.points.forEach(({ id, kind, x, y }, at) => {
      if (kind === 'grip') {
        const offset = this.movement.gripOffset(bend.id, id);
        if (offset && (offset.x !== 0 || offset.y !== 0)) {
          targets.set(at, { x: x + offset.x, y: y + offset.y });
        }
      } else if (kind === 'plant') {
        const onStage = mapped(restPlaceOf(this.character, bend.parts[0]!), { x, y });
        const here = mapped(inverse(this.placeOf(bend.parts[0]!)), onStage);
        if (Math.abs(here.x - x) > 1e-6 || Math.abs(here.y - y) > 1e-6) targets.set(at, here);
      }
    });
    const turnOf = (bone: number) =>
      this.movement.turn(bend.id, skeleton.points[skeleton.bones[bone]!.to]!.id);
    const pose = posedSkeleton(skeleton, turnOf, targets);
    this.skeletons.set(bend.id, pose);
    return pose;
  }

  private placeOfHolder({ parent }: Part): Matrix {
    return parent === null ? IDENTITY : this.placeOf(parent);
  }
}

const restPlaces = new WeakMap<object, Map<string, Matrix>>();

/** Where a part stands when nothing moves: the map from the artwork as drawn. */
export function restPlaceOf({ parts }: { readonly parts: Records<Part> }, id: string): Matrix {
  let places = restPlaces.get(parts);
  if (!places) restPlaces.set(parts, (places = new Map()));
  const known = places.get(id);
  if (known) return known;
  const part = parts[id]!;
  const around = part.parent === null ? IDENTITY : restPlaceOf({ parts }, part.parent);
  const place = multiply(around, restMatrix(part));
  places.set(id, place);
  return place;
}

import type { Point } from '../geometry';
import type { StageEdges } from '../particles';
import type { Body } from './body';

/** Where something rigid is: its origin in stage units, and how far it is turned, radians clockwise. */
export interface RigidPlace extends Point {
  readonly turn: number;
}

/** A rigid piece of a body: most bodies are one; what bends is several, side by side. */
export interface Rigid {
  readonly body: Body;
  readonly shape: RigidShape;
}

/** About its origin as it stands unturned, in stage units. */
export type RigidShape =
  | { readonly kind: 'circle'; readonly radius: number }
  /** Convex, x and y of each corner in turn. */
  | { readonly kind: 'pieces'; readonly pieces: readonly Float32Array[] };

/** A link between two rigid pieces, or between one and the stage: their numbers, and points about their origins. */
export interface RigidLink {
  readonly kind: 'hinge' | 'rope';
  readonly from: number;
  readonly to: number | null;
  readonly fromAt: Point;
  /** Of the stage where it leads to no other piece. */
  readonly toAt: Point;
  /** Stage units; of a rope. */
  readonly length: number;
}

/** What bodies fall in. */
export interface RigidSetting {
  readonly rigids: readonly Rigid[];
  readonly links: readonly RigidLink[];
  readonly width: number;
  readonly height: number;
  /** Metres a second, each second. */
  readonly gravity: number;
  readonly edges: StageEdges;
  /** Whether all had time to come to rest before the scene began. */
  readonly settled: boolean;
}

/** A stage is as high as this, metres: it is what makes things fall as fast as one expects. */
export const STAGE_METRES = 3;

/** Stage units to a metre. */
export const unitOf = ({ height }: Pick<RigidSetting, 'height'>) => height / STAGE_METRES;

/**
 * What acts on bodies at a step: the wind, in stage units a second, whether all begins again, and then
 * `INPUT.numbers` of each rigid piece.
 */
export type RigidInputs = Float64Array;

export const INPUT = {
  wind: 0,
  again: 1,
  first: 2,
  /** Where a piece would be if nothing fell: stage units, and radians. */
  ...{ x: 0, y: 1, turn: 2 },
  /** Above 0: it is seen; it is held. */
  ...{ present: 3, held: 4 },
  numbers: 5,
} as const;

/** Where the numbers of a piece begin among the inputs. */
export const inputOf = (rigid: number) => INPUT.first + rigid * INPUT.numbers;

/** Numbers of a piece where it has been worked out: its origin, NaN while it is not in the way, and how far it is turned. */
export const PLACE = { x: 0, y: 1, turn: 2, numbers: 3 } as const;

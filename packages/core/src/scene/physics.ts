import { boolean, number, object, type Schema } from 'yup';
import { STAGE_METRES } from '../bodies';
import type { StageEdges } from '../particles';

/** What acts on all that falls and flies in a scene. */
export interface PhysicsSettings {
  /** A share of that on earth, for a stage as high as three metres. */
  readonly gravity: number;
  /** To the right, -1 to 1; what moves it comes on top. */
  readonly wind: number;
  /** Sides by which nothing leaves the stage that meets edges. */
  readonly edges: StageEdges;
  /** Whether the air is full already, and what falls has come to rest, when the scene begins. */
  readonly settled: boolean;
}

export const USUAL_PHYSICS: PhysicsSettings = {
  ...{ gravity: 1, wind: 0, settled: true },
  edges: { left: false, right: false, top: false, bottom: true },
};

/** Metres a second, each second. */
export const EARTH_GRAVITY = 9.81;
/** The strongest wind, heights of the stage a second. */
const STRONGEST_WIND = 1.5;

/** Stage units a second, each second. */
export function gravityOn({ height }: { readonly height: number }, gravity: number): number {
  return (gravity * EARTH_GRAVITY * height) / STAGE_METRES;
}

/** Stage units a second. */
export function windOn({ height }: { readonly height: number }, wind: number): number {
  return wind * STRONGEST_WIND * height;
}

export const physicsSchema: Schema<PhysicsSettings> = object({
  gravity: number().required().min(-4).max(4),
  wind: number().required().min(-1).max(1),
  edges: object({
    ...{ left: boolean().required(), right: boolean().required() },
    ...{ top: boolean().required(), bottom: boolean().required() },
  }),
  settled: boolean().required(),
});

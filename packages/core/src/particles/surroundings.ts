import type { Point } from '../geometry';

/** Which sides of the stage things can't leave by. */
export interface StageEdges {
  readonly left: boolean;
  readonly right: boolean;
  readonly top: boolean;
  readonly bottom: boolean;
}

/** What of a scene acts on the particles of an emitter at a step. */
export interface ParticleInputs {
  /** The share of its rate. */
  readonly amount: number;
  /** A burst begins where this goes on. */
  readonly burst: boolean;
  /** Stage units a second. */
  readonly wind: number;
  /** Where a particle begins, from two shares of its source; null: none does. */
  readonly place: ((across: number, down: number) => Point) | null;
}

/** Where a particle met something: the point, and the direction away from what it met, of length 1. */
export interface Met extends Point {
  readonly awayX: number;
  readonly awayY: number;
}

/** What particles meet on their way. */
export interface ParticleObstacles {
  /** Where a particle at a point, with a speed, has come into something; null: it has not. */
  meets(x: number, y: number, vx: number, vy: number): Met | null;
}

/** What particles fly in. */
export interface Surroundings {
  readonly width: number;
  readonly height: number;
  /** Stage units a second, each second. */
  readonly gravity: number;
  readonly edges: StageEdges;
  /** Whether the air was full of them already when the scene began. */
  readonly settled: boolean;
  /** At a step, which may lie before the first; the same step always gives the same. */
  inputsAt(step: number): ParticleInputs;
  /** What they meet at a step; null where nothing is in their way. */
  obstaclesAt(step: number): ParticleObstacles | null;
}

import type { ControlValues } from '../controls';
import type { ParticleObstacles } from '../particles';
import type { CueReference } from '../cues';
import type { Pose } from '../pose';
import type { Flicks } from '../time';

/** Tells how a scene moves at a time. */
export interface Moved {
  /** The controls of the stage. */
  stageAt(time: Flicks): ControlValues;
  /** What moves the parts of a cast member, or of the backdrop where the id is STAGE. */
  poseAt(owner: string, time: Flicks): Pose;
  /** Whether a cue lasts at a time; none never does. */
  isCueOn(cue: CueReference | null, time: Flicks): boolean;
}

/** The same, with what fell, and what is in the way of what flies. */
export interface MovedAndFallen extends Moved {
  /** What flies meets at a step of it; null where nothing is in its way. */
  obstaclesAt(step: number): ParticleObstacles | null;
}

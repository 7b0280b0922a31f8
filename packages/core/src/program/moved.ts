import type { ControlValues } from '../controls';
import type { Pose } from '../pose';
import type { Flicks } from '../time';

/** Tells how a scene moves at a time. */
export interface Moved {
  /** The controls of the stage. */
  stageAt(time: Flicks): ControlValues;
  /** What moves the parts of a cast member, or of the backdrop where the id is STAGE. */
  poseAt(owner: string, time: Flicks): Pose;
}

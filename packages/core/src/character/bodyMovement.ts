import type { ControlValues } from '../controls';
import { mapped, turning } from '../geometry';
import { joinedPose, type PartPose, type Pose } from '../pose';
import { gripControlId } from './bend/bend';
import { NO_TURN } from './bend/skeleton';
import { bodyControlsOf, type BodyControl } from './bodyControl';
import type { RegionMoves } from './bend/bendRig';
import { bodyPose, gripOffsets, regionMoves } from './bodyPose';
import type { Character } from './character';
import { bodyControlId, controlsOf, followersShare } from './controls';
import { drivenValues } from './drives';
import { paddedValues } from './pad/padValues';
import { restMatrix } from './part';
import { Standing, type BendMovement } from './standing';
import { swayControlId, swaysOf, type Sway } from './sway/sway';

/** How controls and what swings move the parts of a body, each by itself. @param controls those that count */
export function movedBody(
  character: Character,
  values: ControlValues,
  controls: readonly BodyControl[] = bodyControlsOf(character),
): Pose {
  const set = controlsOf(character);
  const pose = new Map(bodyPose(character.parts, controls, valuesOf(character, values)));
  for (const sway of swaysOf(character)) {
    if (sway.points.length > 0) continue;
    const angle = set.range(values, swayControlId(sway.id, 0));
    const part = character.parts[sway.part]!;
    if (angle === 0) continue;
    const move = turning(angle, mapped(restMatrix(part), part.pivot));
    // It swings about where the controls have brought it.
    const before = pose.get(part.id);
    pose.set(part.id, before ? joinedPose({ move }, before) : { move });
  }
  return pose;
}

/** Where parts stand where controls have values. @param controls those that count */
export function standingOf(
  character: Character,
  values: ControlValues,
  pose: Pose,
  controls: readonly BodyControl[] = bodyControlsOf(character),
): Standing {
  return new Standing(character, pose, bendMovement(character, values, controls));
}

/** A pose together with what bends, and what hangs on it. */
export function withBends(character: Character, values: ControlValues, pose: Pose): Pose {
  const { bends, joints, parts } = character;
  const bent = Object.values(bends);
  if (bent.length === 0 && Object.keys(joints).length === 0) return pose;
  const standing = standingOf(character, values, pose);
  const whole = new Map(pose);
  const set = (id: string, more: PartPose) => whole.set(id, { ...whole.get(id), ...more });
  for (const part of Object.values(parts)) {
    const carried = standing.around(part);
    if (carried) set(part.id, { carried });
  }
  for (const bend of bent) {
    const mesh = standing.bentMesh(bend);
    if (mesh) bend.parts.forEach((id) => set(id, { bend: mesh }));
  }
  return whole;
}

function bendMovement(
  character: Character,
  values: ControlValues,
  controls: readonly BodyControl[],
): BendMovement {
  const set = controlsOf(character);
  const valueOf = valuesOf(character, values);
  const offsets = gripOffsets(controls, valueOf);
  const links = swayLinks(character);
  const moves = new Map<string, RegionMoves>();
  return {
    regions: (bend) => {
      let found = moves.get(bend.id);
      if (!found) moves.set(bend.id, (found = regionMoves(controls, valueOf, bend)));
      return found;
    },
    gripOffset: (bend, point) => {
      const id = gripControlId(bend, point);
      if (!set.slots.has(id)) return null;
      const { x, y } = set.point(values, id);
      const more = offsets.get(id);
      return more ? { x: x + more.x, y: y + more.y } : { x, y };
    },
    turn: (bend, point) => {
      const control = links.get(`${bend} ${point}`);
      const angle = control === undefined ? 0 : set.range(values, control);
      return angle === 0 ? NO_TURN : { cosine: Math.cos(angle), sine: Math.sin(angle) };
    },
  };
}

function valuesOf(character: Character, values: ControlValues): (id: string) => number {
  const set = controlsOf(character);
  const opened = followersShare(set, values);
  const own = paddedValues(character, (id) => set.range(values, bodyControlId(id)));
  return drivenValues(character.controls, (id) => {
    const value = own(id);
    const { withMouth, min, max, rest } = character.controls[id]!;
    if (withMouth === 0 || opened === 0) return value;
    const way = withMouth > 0 ? max - rest : rest - min;
    return Math.max(min, Math.min(max, value + withMouth * opened * way));
  });
}

const links = new WeakMap<object, ReadonlyMap<string, string>>();

/** The control that turns the splint to a point, by bend and point. */
function swayLinks({ sways, bends }: Character): ReadonlyMap<string, string> {
  let found = links.get(sways);
  if (!found) {
    const bendOf = (sway: Sway) =>
      Object.values(bends).find(({ parts }) => parts.includes(sway.part))?.id;
    found = new Map(
      swaysOf({ sways }).flatMap((sway) =>
        sway.points
          .slice(1)
          .map(
            (point, link) => [`${bendOf(sway)} ${point}`, swayControlId(sway.id, link)] as const,
          ),
      ),
    );
    links.set(sways, found);
  }
  return found;
}

import type { ControlSet, ControlSource } from '../controls';
import { mixControls } from '../controls';
import {
  shapedCurve,
  type Reaction,
  type ReactionTarget,
  type SceneReaction,
  type StepCurve,
} from '../reactions';
import { timeOfStep } from '../simulation';
import { FLICKS_PER_SECOND, type Flicks } from '../time';
import { KeptCurve } from './keptCurve';
import { signalCurve, type SignalScene } from './signalCurves';
import { controlOfTarget, placeOfTarget, type TargetPlace } from './targets';

/** A reaction made ready. */
export interface ReactionProgram {
  readonly reaction: Reaction | SceneReaction;
  /** Why it moves nothing, in a sentence; null where it does. */
  readonly problem: string | null;
  /** What it follows, before and after it is shaped. */
  readonly signal: StepCurve;
  readonly shaped: StepCurve;
  /** Null where there is a problem. */
  readonly source: ControlSource | null;
}

/** Over how long a reaction comes and goes at the ends of its stretch. */
const SOFT: Flicks = 0.4 * FLICKS_PER_SECOND;
const NOTHING: StepCurve = (_from, count) => new Float64Array(count);

/**
 * Makes the reactions of a cast member ready.
 *
 * @param reactions the lower ones first
 * @param others what else moves the controls, beneath them and above them
 * @param before those of the same character, controls and scene; the same reaction is taken over
 */
export function reactionPrograms(
  reactions: readonly (Reaction | SceneReaction)[],
  { member, controls, scene }: { member: string; controls: ControlSet; scene: SignalScene },
  others: { readonly below: readonly ControlSource[]; readonly above: readonly ControlSource[] },
  before: readonly ReactionProgram[] = [],
): readonly ReactionProgram[] {
  // What follows a control may be another where only that control's movement is.
  const kept = before.filter(({ reaction }) => reaction.signal.kind !== 'control');
  const made = new Map<Reaction, ReactionProgram>(kept.map((one) => [one.reaction, one]));
  const begun = new Set<Reaction>();
  for (const reaction of reactions) make(reaction);
  return reactions.map((reaction) => made.get(reaction)!);

  function make(reaction: Reaction): ReactionProgram {
    const known = made.get(reaction);
    if (known) return known;
    begun.add(reaction);
    const program = programOf(reaction);
    made.set(reaction, program);
    return program;
  }

  function programOf(reaction: Reaction): ReactionProgram {
    const failed = (problem: string): ReactionProgram => {
      return { reaction, problem, signal: NOTHING, shaped: NOTHING, source: null };
    };
    const { signal: spec, targets } = reaction;
    const moved = movedSlots(controls, targets);
    if (targets.length === 0) return failed('It moves nothing yet: choose a control.');
    if (moved.length === 0) return failed('What it moves is not there any more.');
    let signal: StepCurve;
    if (spec.kind === 'control') {
      const followed = placeOfTarget(controls, spec.control);
      if (!followed) {
        return failed('The control that it follows is not there any more.');
      }
      const movers = reactions.filter((other) =>
        other.targets.some(
          ({ control }) => controlOfTarget(control) === controlOfTarget(spec.control),
        ),
      );
      if (movers.some((other) => begun.has(other) && !made.has(other))) {
        return failed('It would follow what it moves itself.');
      }
      const sources = movers.flatMap((other) => make(other).source ?? []);
      signal = controlCurve(controls, followed, [...others.below, ...sources, ...others.above]);
    } else signal = signalCurve(scene, member, spec, reaction);
    const shaped = shapedCurve(signal, reaction.shaping);
    const source = sourceOf(reaction, controls, moved, shaped);
    return { reaction, problem: null, signal, shaped, source };
  }
}

/** A slot of a control, and how far it goes for each unit of a signal, to both sides. */
interface MovedSlot {
  readonly slot: number;
  readonly up: number;
  readonly down: number;
}

/** The slots that targets move; those that are not there are left out. */
function movedSlots(controls: ControlSet, targets: readonly ReactionTarget[]): MovedSlot[] {
  return targets.flatMap(({ control, amount }): MovedSlot[] => {
    const place = placeOfTarget(controls, control);
    if (!place) return [];
    const { slot, up, down } = place;
    // An amount below 0 goes to the other side.
    return amount >= 0
      ? [{ slot, up: amount * up, down: amount * down }]
      : [{ slot, up: amount * down, down: amount * up }];
  });
}

function sourceOf(
  reaction: Reaction | SceneReaction,
  controls: ControlSet,
  moved: readonly MovedSlot[],
  shaped: StepCurve,
): ControlSource {
  const { mix, weight, muted } = reaction;
  const stretch = 'stretch' in reaction ? reaction.stretch : null;
  const kept = new KeptCurve(shaped, reaction.id);
  const slots = [...new Set(moved.map(({ slot }) => slot))];
  return {
    ...{ name: reaction.name, layer: 'reactions', muted, mix, weight, slots },
    origin: { kind: 'reaction', id: reaction.id },
    sample: (time, values) => {
      const share = stretch ? shareIn(stretch, time) : 1;
      if (share === 0) return 0;
      const value = kept.at(time);
      for (const slot of slots) values[slot] = mix === 'add' ? 0 : controls.rest[slot]!;
      for (const { slot, up, down } of moved) values[slot]! += value * (value > 0 ? up : down);
      return share;
    },
  };
}

/** How much of a stretch counts at a time: less towards its ends, nothing outside. */
function shareIn({ start, end }: { start: Flicks; end: Flicks }, time: Flicks): number {
  const inside = Math.min(time - start, end - time) / Math.min(SOFT, (end - start) / 2);
  const share = Math.min(1, Math.max(0, inside));
  return share * share * (3 - 2 * share);
}

/** A control as a share of its way: -1 at its least, 0 at rest, 1 at its most. */
function controlCurve(
  controls: ControlSet,
  { slot, up, down }: TargetPlace,
  sources: readonly ControlSource[],
): StepCurve {
  const rest = controls.rest[slot]!;
  const values = new Float64Array(controls.rest.length);
  const own = sources.filter(({ slots }) => slots.includes(slot));
  return (from, count) =>
    Float64Array.from({ length: count }, (_, at) => {
      const value = mixControls(controls, own, timeOfStep(Math.max(0, from + at)), values)[slot]!;
      const way = value > rest ? up : down;
      return way === 0 ? 0 : (value - rest) / way;
    });
}

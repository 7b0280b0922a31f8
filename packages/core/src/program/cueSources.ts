import type { CueAction, CueSpan } from '../cues';
import { shareOfCue } from '../cues';
import type { ControlSet, ControlSource, ControlValues } from '../controls';
import { keyValueAt, type Move } from '../keys';
import type { Records } from '../records';
import type { Flicks } from '../time';
import type { ReactionProgram } from './reactionPrograms';
import { placeOfTarget, valueOfShare } from './targets';

/** What cues may refer to. */
export interface CueMaterial {
  readonly controls: ControlSet;
  readonly moves: Records<Move>;
  readonly reactions: readonly ReactionProgram[];
}

/** What a cue writes, a time after it was fired; the time of the scene is for what goes on by itself. */
interface CueEffect {
  readonly slots: readonly number[];
  readonly write: (since: Flicks, time: Flicks, values: ControlValues) => number;
}

/** Cues that are laid down, as what moves controls. @param spans the earlier ones first: a later one lies over it */
export function cueSources(
  spans: readonly CueSpan[],
  material: CueMaterial,
): readonly ControlSource[] {
  return spans.flatMap(({ clip, cue, end }) => {
    const share = (time: Flicks) => shareOfCue(cue, clip.start, end, time);
    return cueSource(cue, material, (time) => ({ since: time - clip.start, share: share(time) }), {
      origin: { kind: 'cue', id: clip.id },
      layer: 'takes',
    });
  });
}

/** When a cue was fired, and how much of it counts. */
export type CueClock = (time: Flicks) => { readonly since: Flicks; readonly share: number };

/** A cue as what moves controls; nothing where what it moves is not there. */
export function cueSource(
  { name, action }: { readonly name: string; readonly action: CueAction },
  material: CueMaterial,
  clock: CueClock,
  place: Pick<ControlSource, 'layer' | 'origin'>,
): readonly ControlSource[] {
  return effectsOf(action, material).map(({ slots, write }) => ({
    ...{ name, muted: false, mix: 'replace' as const, weight: 1, slots, ...place },
    sample: (time, values) => {
      const { since, share } = clock(time);
      return share === 0 ? 0 : share * write(Math.max(0, since), time, values);
    },
  }));
}

function effectsOf(action: CueAction, material: CueMaterial): CueEffect[] {
  const { controls, moves, reactions } = material;
  switch (action.kind) {
    case 'pose':
      return action.targets.flatMap(({ control, amount }): CueEffect[] => {
        const place = placeOfTarget(controls, control);
        if (!place) return [];
        const value = valueOfShare(controls, place, amount);
        return [constant(place.slot, value)];
      });
    case 'mouth': {
      const slot = controls.slots.get('mouth.drawing');
      const control = controls.get('mouth.drawing');
      const option = control?.kind === 'choice' ? control.options.indexOf(action.drawing) : -1;
      return slot === undefined || option < 0 ? [] : [constant(slot, option)];
    }
    case 'move': {
      const move = Object.hasOwn(moves, action.move) ? moves[action.move]! : null;
      return (move?.tracks ?? []).flatMap(({ control, keys }): CueEffect[] => {
        const place = placeOfTarget(controls, control);
        if (!place) return [];
        return [
          {
            slots: [place.slot],
            write: (since, _time, values) => {
              values[place.slot] = keyValueAt(keys, since % move!.length);
              return 1;
            },
          },
        ];
      });
    }
    case 'reaction': {
      const found = reactions.find(({ reaction }) => reaction.id === action.reaction);
      const source = found?.source;
      return source ? [{ slots: source.slots, write: addedTo(controls, source) }] : [];
    }
  }
}

function constant(slot: number, value: number): CueEffect {
  return {
    slots: [slot],
    write: (_since, _time, values) => {
      values[slot] = value;
      return 1;
    },
  };
}

/** What a reaction makes of its controls from rest on. */
function addedTo(controls: ControlSet, { slots, sample, mix, weight }: ControlSource) {
  return (_since: Flicks, time: Flicks, values: ControlValues): number => {
    const share = weight * sample(time, values);
    if (mix === 'add') for (const slot of slots) values[slot]! += controls.rest[slot]!;
    return share;
  };
}

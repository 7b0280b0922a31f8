import type { CueAction, CueFlip, CueSpan } from '../cues';
import { shareBeside, shareOfCue } from '../cues';
import type { ControlSet, ControlSource, ControlValues } from '../controls';
import { keyValueAt, type Move } from '../keys';
import type { Records } from '../records';
import { toSeconds, type Flicks } from '../time';
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
  readonly write: (since: Flicks, time: Flicks, values: ControlValues, lasts: Flicks) => number;
}

/** Cues that are laid down, as what moves controls. @param spans the earlier ones first: a later one lies over it */
export function cueSources(
  spans: readonly CueSpan[],
  material: CueMaterial,
): readonly ControlSource[] {
  return spans.flatMap((span) => {
    const { clip, cue, start, end } = span;
    const clock: CueClock = (time) => {
      const own = shareOfCue(cue, start, end, time);
      const share = own > 0 ? own * shareBeside(span, spans, time) : 0;
      return { since: time - start, share, lasts: end - start };
    };
    return cueSource(cue, material, clock, {
      origin: { kind: 'cue', id: clip.id },
      layer: 'takes',
    });
  });
}

/** When a cue was fired, how much of it counts, and how long it lasts. */
export type CueClock = (time: Flicks) => {
  readonly since: Flicks;
  readonly share: number;
  readonly lasts: Flicks;
};

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
      const { since, share, lasts } = clock(time);
      return share === 0 ? 0 : share * write(Math.max(0, since), time, values, lasts);
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
    case 'flip':
      return flipEffects(action, controls);
    case 'reaction': {
      const found = reactions.find(({ reaction }) => reaction.id === action.reaction);
      const source = found?.source;
      return source ? [{ slots: source.slots, write: addedTo(controls, source) }] : [];
    }
  }
}

/** A run of drawings; where they are seen once, what lies below is seen again after them. */
function flipEffects({ control: id, drawings, rate, runs }: CueFlip, controls: ControlSet) {
  const [control, slot] = [controls.get(id), controls.slots.get(id)];
  if (control?.kind !== 'choice' || slot === undefined) return [];
  const options = drawings.map((drawing) => control.options.indexOf(drawing));
  const shown = options.filter((option) => option >= 0);
  if (shown.length === 0) return [];
  const effect: CueEffect = {
    slots: [slot],
    write: (since, _time, values, lasts) => {
      const passed =
        runs === 'stretched' ? (shown.length * since) / lasts : rate * toSeconds(since);
      const at = runs === 'again' ? Math.floor(passed) % shown.length : Math.floor(passed);
      if (at >= shown.length) return 0;
      values[slot] = shown[at]!;
      return 1;
    },
  };
  return [effect];
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

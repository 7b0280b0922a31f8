import type { Character } from '../character/character';
import { cuesOf } from '../cues';
import type { Binding, InputReading } from '../inputs';
import { bodyMapOf } from './bodyMap';

/** Devices that there is something usual for. */
export type UsualDevice = 'pointer' | 'gamepad' | 'midi';

/** The middle C of a keyboard: from there on its keys fire cues. */
const FIRST_KEY = 60;
/** The first of the knobs that instruments leave free. */
const FIRST_KNOB = 20;

/** What the buttons and knobs of a device do for a character while nobody says otherwise. */
export function usualBindings(device: UsualDevice, character: Character): readonly Binding[] {
  const { turn, nod, tilt, gaze } = bodyMapOf(character);
  const moves = (input: string, target: string | null, amount = 1, centred = false): Binding[] =>
    target === null
      ? []
      : [{ input, kind: 'knob', action: { kind: 'control', target, amount, centred } }];
  const [across, down] = gaze ? ['gaze/x', 'gaze/y'] : [null, null];
  const fires = (nameOf: (at: number) => string) =>
    cuesOf(character).map(({ id }, at): Binding => {
      return { input: nameOf(at), kind: 'button', action: { kind: 'cue', cue: id } };
    });
  switch (device) {
    case 'pointer':
      return [
        ...moves('pointer across', across),
        ...moves('pointer down', down),
        ...moves('pointer across', turn, 0.6),
        ...moves('pointer down', nod, 0.5),
      ];
    case 'gamepad':
      return [
        ...moves('stick 1 across', turn),
        ...moves('stick 1 down', nod),
        ...moves('stick 2 across', across),
        ...moves('stick 2 down', down),
        ...fires((at) => `button ${at + 1}`),
      ];
    case 'midi':
      return [
        ...[turn, nod, tilt, across, down].flatMap((target, at) =>
          moves(`knob ${FIRST_KNOB + at}`, target, 1, true),
        ),
        ...fires((at) => `key ${FIRST_KEY + at}`),
      ];
  }
}

/** What a button or knob does that was just learnt: the first cue, or the first control, that nothing does yet. */
export function learntBinding(
  { input, kind }: Pick<InputReading, 'input' | 'kind'>,
  { cues, targets }: { readonly cues: readonly string[]; readonly targets: readonly string[] },
  known: readonly Binding[],
): Binding | null {
  const done = new Set(
    known.map(({ action }) => (action.kind === 'cue' ? action.cue : action.target)),
  );
  const firstOf = (all: readonly string[]) => all.find((one) => !done.has(one)) ?? all[0];
  const [cue, target] = [firstOf(cues), firstOf(targets)];
  if (kind === 'button' && cue !== undefined) return { input, kind, action: { kind: 'cue', cue } };
  if (target === undefined) return null;
  return { input, kind, action: { kind: 'control', target, amount: 1, centred: false } };
}

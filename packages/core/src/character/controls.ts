import { ControlSet, type Control, type ControlOverrides, type ControlValues } from '../controls';
import { targetOf, type Articulation } from '../mouth/articulation';
import { chartOf, isContinuous, type MouthRig } from '../mouth/mouthRig';
import type { MouthState } from '../mouth/mouthState';
import { SILENCE } from '../speech/visemes';
import { bodyControlsOf, type BodyControl } from './bodyControl';
import { gripControlId, pointsOf } from './bend/bend';
import type { Character } from './character';
import type { Eyes } from './eyes';
import { linksOf, swayControlId, swaysOf } from './sway/sway';

type Rigged = Pick<
  Character,
  'mouth' | 'eyes' | 'width' | 'height' | 'controls' | 'bends' | 'sways'
>;

interface KnownSet {
  readonly inputs: readonly unknown[];
  readonly set: ControlSet;
}

/** Sets that were made, by the eyes of their characters; the latest last. */
const sets = new WeakMap<Eyes, KnownSet[]>();
const MOST_SETS = 8;

/** What of a character can be moved; the same for characters of one size that move by the very same things. */
export function controlsOf(character: Rigged): ControlSet {
  const { mouth, eyes, width, height, bends, sways } = character;
  const inputs = [mouth, character.controls, bends, sways, width, height];
  const known = sets.get(eyes) ?? [];
  sets.set(eyes, known);
  const found = known.find((one) => one.inputs.every((input, at) => input === inputs[at]));
  if (found) return found.set;
  const set = new ControlSet([
    ...mouthControls(mouth, goesWithMouth(character)),
    ...eyeControls(character),
    ...bodyControlsOf(character).map(asControl),
    ...gripControls(character),
    ...swayControls(character),
  ]);
  known.push({ inputs, set });
  if (known.length > MOST_SETS) known.shift();
  return set;
}

/** The id of a control that somebody made, among all controls of a character. */
export const bodyControlId = (id: string) => `body.${id}`;

function asControl({ id, name, min, max, rest }: BodyControl): Control {
  return { kind: 'range', id: bodyControlId(id), label: name, min, max, rest };
}

/** How far something that happens moves a grip, and a brow, as shares of the artwork; and how far it turns a brow. */
const GRIP_REACH = 0.15;
const BROW_REACH = 0.025;
const BROW_TURN = 0.3;

/** Grips go anywhere on the drawing and about it. */
function gripControls({ bends, width, height }: Rigged): Control[] {
  const bounds = { x: -2 * width, y: -2 * height, width: 4 * width, height: 4 * height };
  const reach = { x: GRIP_REACH * width, y: GRIP_REACH * height };
  const grips = Object.values(bends).flatMap((bend) =>
    pointsOf(bend)
      .filter(({ kind }) => kind === 'grip')
      .map((point) => ({ bend, point })),
  );
  return grips.map(({ bend, point: { id, name, rest } }): Control => {
    const alike = grips.filter(({ point }) => point.name === name);
    const label = alike.length > 1 ? `${name} (${bend.name})` : name;
    return { id: gripControlId(bend.id, id), label, kind: 'point', bounds, rest, reach };
  });
}

function swayControls({ sways }: Rigged): Control[] {
  return swaysOf({ sways }).flatMap((sway) =>
    Array.from({ length: linksOf(sway) }, (_, link): Control => {
      const range = { min: -Math.PI, max: Math.PI, rest: 0 };
      return { id: swayControlId(sway.id, link), label: sway.name, kind: 'range', ...range };
    }),
  );
}

const MOUTH_LABELS: Readonly<Record<keyof Articulation, string>> = {
  jaw: 'Jaw',
  width: 'Lips wide',
  round: 'Lips round',
  press: 'Lips pressed',
  teeth: 'Teeth',
  tongue: 'Tongue',
};

const DIMENSIONS = Object.keys(MOUTH_LABELS) as (keyof Articulation)[];
const DRAWING = 'mouth.drawing';
const FADING = 'mouth.fading';
const FADING_SHARE = 'mouth.fading.share';
export const FOLLOWERS = 'mouth.followers';
const SHARE = { kind: 'range', min: 0, max: 1, rest: 0 } as const;

/** Whether any control goes along as the mouth opens. */
function goesWithMouth({ controls }: Rigged): boolean {
  return Object.values(controls).some(({ withMouth }) => withMouth !== 0);
}

function mouthControls(rig: MouthRig | null, followed: boolean): Control[] {
  if (!rig) return [];
  const rest = targetOf(SILENCE);
  const controls: Control[] = DIMENSIONS.map((dimension) => ({
    ...SHARE,
    id: `mouth.${dimension}`,
    label: MOUTH_LABELS[dimension],
    rest: rest[dimension],
  }));
  if (!isContinuous(rig)) {
    const chart = chartOf(rig);
    const options = chart.drawings.map(({ drawing }) => drawing);
    controls.push({ id: DRAWING, label: 'Mouth', kind: 'choice', options, rest: chart.rest });
    controls.push({ id: FADING, label: 'Mouth before', kind: 'choice', options, rest: chart.rest });
    controls.push({ ...SHARE, id: FADING_SHARE, label: 'How much of the mouth before' });
  }
  if (rig.followers.length > 0 || followed)
    controls.push({ ...SHARE, id: FOLLOWERS, label: 'Followers' });
  return controls;
}

function eyeControls({ eyes, width, height }: Rigged): Control[] {
  const controls: Control[] = [];
  if (eyes.lids) controls.push({ ...SHARE, id: 'eyes.closed', label: 'Lids' });
  if (eyes.pupils.length > 0) {
    const bounds = { x: -width, y: -height, width: 2 * width, height: 2 * height };
    const furthest = Math.max(...eyes.pupils.flatMap(({ reach }) => reach));
    const rest = { x: 0, y: 0 };
    const reach = { x: furthest, y: furthest };
    controls.push({ id: 'gaze', label: 'Gaze', kind: 'point', bounds, rest, reach });
  }
  for (const side of ['left', 'right'] as const) {
    if (!eyes.brows[side]) continue;
    const label = side === 'left' ? 'Left brow' : 'Right brow';
    const up = {
      kind: 'range',
      min: -height,
      max: height,
      rest: 0,
      reach: BROW_REACH * height,
    } as const;
    const turn = { kind: 'range', min: -Math.PI, max: Math.PI, rest: 0, reach: BROW_TURN } as const;
    controls.push({ ...up, id: `brow.${side}.raise`, label: `${label} up` });
    controls.push({ ...turn, id: `brow.${side}.turn`, label: `${label} tilt` });
  }
  return controls;
}

/** The slots of what a mouth does for a voice. */
export function mouthSlots(set: ControlSet): number[] {
  const ids = [
    ...DIMENSIONS.map((dimension) => `mouth.${dimension}`),
    ...[DRAWING, FADING, FADING_SHARE],
  ];
  return ids.flatMap((id) => set.slots.get(id) ?? []);
}

/** What writes the state of a mouth into the values of its controls. */
export function mouthWriter(set: ControlSet): (values: ControlValues, state: MouthState) => void {
  const slots = DIMENSIONS.map(
    (dimension) => [dimension, set.slots.get(`mouth.${dimension}`)!] as const,
  );
  const drawing = set.get(DRAWING);
  const [slot, fadingSlot, shareSlot] = [DRAWING, FADING, FADING_SHARE].map((id) =>
    set.slots.get(id),
  );
  const options = drawing?.kind === 'choice' ? drawing.options : [];
  const indices = new Map(options.map((option, index) => [option, index]));
  return (values, state) => {
    for (const [dimension, at] of slots) values[at] = state.articulation[dimension];
    const index = indices.get(state.drawing);
    if (slot !== undefined && index !== undefined) values[slot] = index;
    if (fadingSlot === undefined || shareSlot === undefined) return;
    const fading = state.fading && indices.get(state.fading.drawing);
    values[shareSlot] = fading === undefined ? 0 : state.fading!.share;
    if (fading !== undefined) values[fadingSlot] = fading;
  };
}

/** What a mouth does, as values of its controls. */
export function mouthOverrides({ drawing, articulation, fading }: MouthState): ControlOverrides {
  return new Map<string, number | string>([
    ...DIMENSIONS.map((dimension) => [`mouth.${dimension}`, articulation[dimension]] as const),
    [DRAWING, drawing],
    ...(fading ? ([[FADING, fading.drawing]] as const) : []),
    [FADING_SHARE, fading?.share ?? 0],
  ]);
}

/** What the mouth of a rig does where its controls have these values. */
export function mouthState(set: ControlSet, values: ControlValues, rig: MouthRig): MouthState {
  const share = (dimension: keyof Articulation) => set.range(values, `mouth.${dimension}`);
  const fading = set.choice(values, FADING);
  const ofFading = fading === null ? 0 : set.range(values, FADING_SHARE);
  return {
    drawing: set.choice(values, DRAWING) ?? chartOf(rig).rest,
    ...(fading !== null && ofFading > 0 && { fading: { drawing: fading, share: ofFading } }),
    articulation: {
      jaw: share('jaw'),
      width: share('width'),
      round: share('round'),
      press: share('press'),
      teeth: share('teeth'),
      tongue: share('tongue'),
    },
  };
}

/** How far whatever follows a mouth is moved, 0 to 1. */
export function followersShare(set: ControlSet, values: ControlValues): number {
  return set.range(values, FOLLOWERS);
}

import {
  UNTOUCHED,
  type BodyControl,
  type ControlStop,
  type StopPart,
} from '../character/bodyControl';
import { bodyPose } from '../character/bodyPose';
import type { Part } from '../character/part';
import { partsOf } from '../character/partList';
import { ControlSet, type Control } from '../controls';
import { groupItem, shapesItem, type BlendMode, type FrameItem } from '../frame';
import { IDENTITY } from '../geometry';
import type { Pose } from '../pose';
import { canBeHeld, type Body } from '../bodies';
import type { Emitter } from '../particles';
import { inOrder } from '../records';
import type { Backdrop } from './backdrop';
import { STAGE, type Scene, type StageSettings } from './scene';

/** Controls of the light on a stage: darker to brighter, and colder to warmer, -1 to 1. */
export const LIGHT = 'stage.light';
export const WARMTH = 'stage.warmth';
/** To the right above 0, -1 to 1. */
export const WIND = 'stage.wind';
/** What falls begins anew from its place where this goes above a half. */
export const AGAIN = 'stage.again';

/** How far things go across and down, as a share of the backdrop; how far they turn, radians; how much they grow. */
const [FAR, TURN, SIZE] = [0.25, 0.5, 2];
const GLOW = '#ffd98a';
/** From here on a thing that is hidden at rest is painted. */
const BARELY = 1e-3;

/** What can be moved on a stage: its light, and each thing of its backdrop. */
export interface StageControls {
  readonly controls: ControlSet;
  /** What the controls of things do to them. */
  readonly things: readonly BodyControl[];
}

/** What of a scene has controls on its stage. */
export type MovedStage = {
  readonly backdrop: Pick<Backdrop, 'parts' | 'width' | 'height'> | null;
} & Pick<Scene, 'emitters' | 'bodies' | 'physics'>;

/** The ids of the controls of an emitter: the share of its rate, and what makes it burst as it goes above a half. */
export const amountControlId = (emitter: string) => `emitter.${emitter}.amount`;
export const burstControlId = (emitter: string) => `emitter.${emitter}.burst`;

/** The id of what holds a body where it goes above a half, and lets it go where it goes below. */
export const heldControlId = (body: string) => `body.${body}.held`;

/** The controls of a stage with its backdrop, its wind, and what flies in it. */
export function stageControls({ backdrop, emitters, bodies, physics }: MovedStage) {
  const things = backdrop
    ? partsOf(backdrop).flatMap((part) => controlsOfThing(part, backdrop))
    : [];
  const light = (id: string, label: string) => {
    return { kind: 'range' as const, id, label, min: -1, max: 1, rest: 0 };
  };
  const controls = new ControlSet([
    light(LIGHT, 'Light of the stage'),
    light(WARMTH, 'Warmth of the light'),
    { ...light(WIND, 'Wind'), rest: physics.wind },
    ...inOrder(emitters).flatMap(controlsOfEmitter),
    ...controlsOfBodies(inOrder(bodies)),
    ...things.map(({ id, name, min, max, rest }): Control => {
      return { kind: 'range', id, label: name, min, max, rest };
    }),
  ]);
  return { controls, things } satisfies StageControls;
}

function controlsOfBodies(bodies: readonly Body[]): Control[] {
  if (bodies.length === 0) return [];
  const share = (id: string, label: string, rest: number): Control => {
    return { kind: 'range', id, label, min: 0, max: 1, rest };
  };
  return [
    share(AGAIN, 'All begins to fall again', 0),
    ...bodies
      .filter(canBeHeld)
      .map(({ id, name, held }) => share(heldControlId(id), `${name}: held`, held ? 1 : 0)),
  ];
}

function controlsOfEmitter({ id, name, burst }: Emitter): Control[] {
  const share = (of: string, label: string, rest: number): Control => {
    return { kind: 'range', id: of, label: `${name}: ${label}`, min: 0, max: 1, rest };
  };
  return [
    share(amountControlId(id), 'amount', 1),
    ...(burst > 0 ? [share(burstControlId(id), 'burst', 0)] : []),
  ];
}

/** What a thing of a backdrop can do. Ids hold no slash, which would be an axis. */
function controlsOfThing(part: Part, { width, height }: Pick<Backdrop, 'width' | 'height'>) {
  const control = (
    what: string,
    [min, rest, max]: readonly [number, number, number],
    ...stops: readonly (readonly [at: number, change: Partial<StopPart>])[]
  ): BodyControl => ({
    ...{
      id: `thing.${part.id.replaceAll('/', '|')}.${what}`,
      order: '',
      name: `${part.name}: ${what}`,
    },
    ...{ min, max, rest, easing: 'linear', drives: [], withMouth: 0 },
    stops: stops.map(([at, change]): ControlStop => {
      return { at, parts: { [part.id]: { ...UNTOUCHED, ...change } }, grips: {}, regions: {} };
    }),
  });
  const both = (what: string, less: Partial<StopPart>, more: Partial<StopPart>) =>
    control(what, [-1, 0, 1], [-1, less], [1, more]);
  const [across, down] = [FAR * width, FAR * height];
  return [
    part.hidden
      ? control('seen', [0, 0, 1], [BARELY, { hidden: false, opacity: 0 }], [1, { hidden: false }])
      : control('seen', [0, 1, 1], [0, { opacity: 0 }]),
    control('glow', [0, 0, 1], [1, { glow: { color: GLOW, amount: 1 } }]),
    both('brightness', { brighten: -1 }, { brighten: 1 }),
    both('across', { x: -across }, { x: across }),
    both('down', { y: -down }, { y: down }),
    both('turn', { turn: -TURN }, { turn: TURN }),
    both('size', { scale: 1 / SIZE }, { scale: SIZE }),
  ];
}

/** How things stand where their controls have some values. @param things those that may be moved */
export function stagePose(
  { parts }: Pick<Backdrop, 'parts'>,
  things: readonly BodyControl[],
  valueOf: (id: string) => number,
): Pose {
  return bodyPose(parts, things, valueOf);
}

/** Colours of light: what brightens, what dims, and what warms and cools. */
const COLORS = { bright: '#ffffff', dark: '#000000', warm: '#ff8a2a', cold: '#2a6bff' } as const;

/**
 * What light lays over all that is seen on a stage.
 *
 * @param items what it falls on, where the stage is see-through: there is no light where there is nothing
 */
export function lightItems(
  { width, height, background }: StageSettings,
  { light, warmth }: { readonly light: number; readonly warmth: number },
  items: readonly FrameItem[],
): readonly FrameItem[] {
  const path = `M0 0h${width}v${height}h${-width}Z`;
  const mask = background === null ? items : null;
  const over = (name: string, fill: string, amount: number, blend: BlendMode): FrameItem[] => {
    if (amount === 0) return [];
    const shape = { path, fill, fillRule: 'nonzero', stroke: null, opacity: 1 } as const;
    const id = `${STAGE}/${name}`;
    const color = shapesItem(`${id}/color`, [shape], IDENTITY);
    return [groupItem(id, [color], { opacity: Math.min(1, Math.abs(amount)), blend, mask })];
  };
  return [
    ...over('warmth', warmth > 0 ? COLORS.warm : COLORS.cold, warmth, 'soft-light'),
    ...(light > 0
      ? over('light', COLORS.bright, light, 'soft-light')
      : over('dark', COLORS.dark, light, 'normal')),
  ];
}

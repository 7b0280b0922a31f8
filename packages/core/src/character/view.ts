import { lazy, object, string, type Schema } from 'yup';
import { chartInMood } from '../mouth/coverage';
import { nearestDrawing } from '../mouth/mouthChart';
import { chartOf, isContinuous, mouthPose, mouthRigSchema, type MouthRig } from '../mouth/mouthRig';
import type { MouthState } from '../mouth/mouthState';
import type { Pose } from '../pose';
import { browsSchema, eyesPose, NO_EYES, type Eyes, type EyesState } from './eyes';

/** A drawing of a head from another side that has a mouth and brows of its own. */
export interface View {
  /** The part that is this view. */
  readonly id: string;
  /** Speaks together with the character's mouth; null where the view has none. */
  readonly mouth: MouthRig | null;
  readonly brows: Eyes['brows'];
}

export const viewSchema = object({
  id: string().required(),
  mouth: lazy((value: unknown) =>
    value === null ? object().nullable() : (mouthRigSchema as never),
  ),
  brows: browsSchema,
}) as unknown as Schema<View>;

/** How the mouth and the brows of a view move the parts of their character. @param main the character's mouth */
export function viewPose(
  view: View,
  main: MouthRig | null,
  mouth: MouthState | null,
  following: number,
  eyes: EyesState,
): Pose {
  const ofBrows = eyesPose({ ...NO_EYES, brows: view.brows }, eyes);
  if (!view.mouth || !main || !mouth) return ofBrows;
  const ofMouth = mouthPose(view.mouth, mouthInView(main, view.mouth, mouth), following);
  return new Map([...ofBrows, ...ofMouth]);
}

/**
 * What the mouth of a view does where the character's mouth does something: the drawing of the same name, else that of
 * the same mood that looks most like it.
 */
export function mouthInView(main: MouthRig, own: MouthRig, state: MouthState): MouthState {
  const { drawing, articulation, fading } = state;
  const chart = chartOf(own);
  const counterpart = (id: string): string => {
    if (isContinuous(own)) return id;
    const shown = chartOf(main).drawings.find((entry) => entry.drawing === id);
    const alike = chart.drawings.filter(({ label }) => label === shown?.label);
    const named = alike.find(({ mood }) => mood === shown?.mood) ?? alike[0];
    if (named) return named.drawing;
    return shown?.articulation === null
      ? chart.rest
      : nearestDrawing(chartInMood(chart, shown?.mood ?? null), articulation);
  };
  const shown = counterpart(drawing);
  const other = fading && counterpart(fading.drawing);
  return {
    ...{ drawing: shown, articulation },
    ...(fading && other !== shown && { fading: { ...fading, drawing: other! } }),
  };
}

/** The parts that a view needs. */
export function browsOfView({ brows: { left, right } }: View): string[] {
  return [left, right].flatMap((brow) => brow?.part ?? []);
}

import { number, object, string, type Schema } from 'yup';
import type { ReactionStretch } from '../reactions';
import { flicksSchema } from '../time';

/** What a performance is made of, each with its own share. */
export const PERFORMANCE_PARTS = [
  ...(['head', 'brows', 'eyes', 'posture', 'breath', 'hands', 'listening'] as const),
] as const;
export type PerformancePart = (typeof PERFORMANCE_PARTS)[number];

/** How somebody performs by themselves. */
export interface PerformanceSettings {
  /** How much of everything; 1 is usual. */
  readonly amount: number;
  /** From 0, excited, to 1, calm: slower, smaller and seldomer. */
  readonly calm: number;
  readonly seed: number;
  /** How much of each part; 1 is usual. */
  readonly shares: Readonly<Record<PerformancePart, number>>;
  /** Where it counts; null: everywhere. */
  readonly stretch: ReactionStretch | null;
}

/** The performance of a cast member, under the id of that member. */
export interface Performance extends PerformanceSettings {
  readonly id: string;
}

const share = () => number().required().min(0).max(4);

export const performanceSchema: Schema<Performance> = object({
  id: string().required(),
  amount: share(),
  calm: number().required().min(0).max(1),
  seed: number().required().integer(),
  shares: object({
    ...{ head: share(), brows: share(), eyes: share(), posture: share() },
    ...{ breath: share(), hands: share(), listening: share() },
  }),
  stretch: object({ start: flicksSchema(), end: flicksSchema().positive() }).nullable().defined(),
});

export const USUAL_PERFORMANCE: PerformanceSettings = {
  ...{ amount: 1, calm: 0.5, seed: 1, stretch: null },
  shares: { head: 1, brows: 1, eyes: 1, posture: 1, breath: 1, hands: 1, listening: 1 },
};

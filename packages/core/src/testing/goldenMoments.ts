import { evaluate } from '../scene/evaluate';
import { frameTime } from '../scene/frameRate';
import { prepareScene } from '../scene/prepare';
import { GOLDEN_TIMES, richScene } from './richScene';
import { roundedDigest } from './roundedDigest';

const TIMES = [...GOLDEN_TIMES, ...Array.from({ length: 20 }, (_, at) => frameTime(4 * at, '24'))];

/** What the rich scene paints at a time. */
export interface Moment {
  readonly time: number;
  /** A digest of what each member paints. */
  readonly members: Readonly<Record<string, number>>;
}

/** What the rich scene paints at the golden times, and at others; goldenMoments.json holds what it should be. */
export function paintedMoments(): Moment[] {
  const prepared = prepareScene(richScene());
  return TIMES.map((time) => {
    const { items } = evaluate(prepared, time);
    const members = prepared.members.map(({ member }) => {
      const own = items.filter(({ id }) => id.startsWith(`${member.id}/`));
      return [member.id, roundedDigest(own)] as const;
    });
    return { time, members: Object.fromEntries(members) };
  });
}

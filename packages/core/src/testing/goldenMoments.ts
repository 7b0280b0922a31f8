import { frameMiddle, toFlicks, toSeconds } from '../time';
import { compile, Player } from '../program';
import { GOLDEN_TIMES, richScene } from './richScene';
import { roundedDigest } from './roundedDigest';

const TIMES = [
  ...GOLDEN_TIMES.map(toFlicks),
  ...Array.from({ length: 20 }, (_, at) => frameMiddle(4 * at, '24')),
];

/** What the rich scene paints at a time. */
export interface Moment {
  readonly time: number;
  /** A digest of what each member paints. */
  readonly members: Readonly<Record<string, number>>;
}

/** What the rich scene paints at the golden times, and at others; goldenMoments.json holds what it should be. */
export function paintedMoments(): Moment[] {
  const program = compile(richScene());
  const player = new Player(program);
  return TIMES.map((time) => {
    const { items } = player.seek(time);
    const members = program.members.map(({ member }) => {
      const own = items.filter(({ id }) => id.startsWith(`${member.id}/`));
      return [member.id, roundedDigest(own)] as const;
    });
    return { time: toSeconds(time), members: Object.fromEntries(members) };
  });
}

import { endOfMove, type KeyTrack, type Move, type PlacedMove } from '../keys';
import type { Flicks } from '../time';
import type { MemberProgram } from './memberProgram';
import type { ReactionProgram } from './reactionPrograms';
import { labelOfTarget } from './targets';

/** A move that is laid down, with when it ends. */
export interface MoveSpan {
  readonly placed: PlacedMove;
  readonly move: Move;
  readonly end: Flicks;
}

/** What moves a cast member, as a row over time. */
export type MoverRow =
  | {
      readonly kind: 'keys';
      readonly id: string;
      readonly name: string;
      readonly track: KeyTrack;
    }
  | {
      readonly kind: 'moves';
      readonly id: string;
      readonly name: string;
      /** The earlier ones first; they don't overlap. */
      readonly moves: readonly MoveSpan[];
    }
  | {
      readonly kind: 'reaction';
      readonly id: string;
      readonly name: string;
      readonly program: ReactionProgram;
    };

/** The rows of what moves a cast member, the highest, which has the last word, first. */
export function moverRows(
  { controls, character, keys, moves, reactions }: MemberProgram,
  { withReactions }: { withReactions: boolean },
): readonly MoverRow[] {
  const keyed = keys
    .filter((track) => track.keys.length > 0)
    .map((track): MoverRow => {
      const name = labelOfTarget(controls, track.control);
      return { kind: 'keys', id: track.id, name, track };
    });
  const spans = moves.flatMap((placed): MoveSpan[] => {
    const move = character.moves[placed.move];
    return move ? [{ placed, move, end: endOfMove(placed, move) }] : [];
  });
  const moved = withoutOverlaps(spans).map((row, at): MoverRow => {
    return { kind: 'moves', id: `moves ${at}`, name: 'Moves', moves: row };
  });
  const reacting = withReactions ? reactions.value.toReversed() : [];
  return [
    ...keyed,
    ...moved.reverse(),
    ...reacting.map((program): MoverRow => {
      const { id, name } = program.reaction;
      return { kind: 'reaction', id, name, program };
    }),
  ];
}

/** As few rows as hold all spans without overlaps. @param spans in order of their starts */
function withoutOverlaps(spans: readonly MoveSpan[]): MoveSpan[][] {
  const rows: MoveSpan[][] = [];
  for (const span of spans) {
    const row = rows.find((one) => one.at(-1)!.end <= span.placed.start);
    if (row) row.push(span);
    else rows.push([span]);
  }
  return rows;
}

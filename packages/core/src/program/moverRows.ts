import type { CueSpan } from '../cues';
import { endOfMove, type KeyTrack, type Move, type PlacedMove } from '../keys';
import type { Flicks } from '../time';
import { endOfTake } from '../passes';
import type { MovedProgram } from './memberProgram';
import type { ReactionProgram } from './reactionPrograms';
import type { TakeProgram } from './takeSources';
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
      readonly kind: 'takes';
      readonly id: string;
      readonly name: string;
      /** The earlier ones first; they don't overlap. */
      readonly takes: readonly TakeProgram[];
    }
  | {
      readonly kind: 'cues';
      readonly id: string;
      readonly name: string;
      /** The earlier ones first; they don't overlap. */
      readonly cues: readonly CueSpan[];
    }
  | {
      readonly kind: 'reaction';
      readonly id: string;
      readonly name: string;
      readonly program: ReactionProgram;
    };

/** The rows of what moves a cast member or the stage, the highest, which has the last word, first. */
export function moverRows(
  { controls, knownMoves, keys, moves, takes, cues, reactions }: MovedProgram,
  { withReactions }: { withReactions: boolean },
): readonly MoverRow[] {
  const keyed = keys
    .filter((track) => track.keys.length > 0)
    .map((track): MoverRow => {
      const name = labelOfTarget(controls, track.control);
      return { kind: 'keys', id: track.id, name, track };
    });
  const spans = moves.flatMap((placed): MoveSpan[] => {
    const move = knownMoves[placed.move];
    return move ? [{ placed, move, end: endOfMove(placed, move) }] : [];
  });
  const startOfMove = ({ placed }: MoveSpan) => placed.start;
  const moved = withoutOverlaps(spans, startOfMove, ({ end }) => end).map((row, at): MoverRow => {
    return { kind: 'moves', id: `moves ${at}`, name: 'Moves', moves: row };
  });
  // The upper ones win where they overlap, and so stand higher.
  const performed = layered(takes).map((row, at): MoverRow => {
    return { kind: 'takes', id: `takes ${at}`, name: 'Takes', takes: row };
  });
  const fired = withoutOverlaps(
    cues,
    ({ start }) => start,
    ({ end }) => end,
  ).map((row, at): MoverRow => {
    return { kind: 'cues', id: `cues ${at}`, name: 'Cues', cues: row };
  });
  const reacting = withReactions ? reactions.value.toReversed() : [];
  return [
    ...keyed,
    ...moved.reverse(),
    ...fired.reverse(),
    ...performed.reverse(),
    ...reacting.map((program): MoverRow => {
      const { id, name } = program.reaction;
      return { kind: 'reaction', id, name, program };
    }),
  ];
}

/** As few rows as hold all spans without overlaps. @param spans in order of their starts */
function withoutOverlaps<Span>(
  spans: readonly Span[],
  start: (span: Span) => Flicks,
  end: (span: Span) => Flicks,
): Span[][] {
  const rows: Span[][] = [];
  for (const span of spans) {
    const row = rows.find((one) => end(one.at(-1)!) <= start(span));
    if (row) row.push(span);
    else rows.push([span]);
  }
  return rows;
}

/** Takes in rows without overlaps, each above all that it lies over. @param takes the lower ones first */
function layered(takes: readonly TakeProgram[]): TakeProgram[][] {
  const rows: TakeProgram[][] = [];
  for (const one of takes) {
    const { start } = one.take;
    const end = endOfTake(one.take);
    const over = rows.findLastIndex((row) =>
      row.some(({ take }) => take.start < end && start < endOfTake(take)),
    );
    (rows[over + 1] ??= []).push(one);
  }
  return rows.map((row) => row.sort((a, b) => a.take.start - b.take.start));
}

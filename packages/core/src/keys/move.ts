import { array, boolean, number, object, string, type Schema } from 'yup';
import { flicksSchema, type Flicks } from '../time';
import { keysSchema, type Key } from './keyTrack';

/** The keys of one control in a move, from the move's start on. */
export interface MoveTrack {
  /** As in KeyTrack. */
  readonly control: string;
  readonly keys: readonly Key[];
}

/** A stretch of keys that is kept with a character, to be laid down again: a wave, a bow, a walk cycle. */
export interface Move {
  readonly id: string;
  readonly name: string;
  /** How long it takes, from its start to where it begins anew. */
  readonly length: Flicks;
  readonly tracks: readonly MoveTrack[];
}

/** A move laid down in a scene. */
export interface PlacedMove {
  readonly id: string;
  readonly member: string;
  /** Id of a move of the member's character. */
  readonly move: string;
  readonly start: Flicks;
  /** 2: twice as fast as it was kept. */
  readonly speed: number;
  /** How often it is made, one after the other; 1.5: once and a half. */
  readonly times: number;
  /** Whether it is added to what lies below, counted from rest, or stands instead of it. */
  readonly mix: 'add' | 'replace';
  /** How much of it, 0 to 1. */
  readonly weight: number;
  /** How long it comes before its start and goes after its end; two that follow each other blend. */
  readonly soft: Flicks;
  readonly muted: boolean;
}

export const MOVE_SPEED = { least: 0.1, most: 10 } as const;
export const MOVE_TIMES = { least: 0.05, most: 1000 } as const;
/** Most moves that a character keeps, tracks of one, and moves laid down in a scene. */
export const MOST_MOVES = { character: 200, tracks: 200, scene: 2000 } as const;

export const moveSchema = object({
  id: string().required(),
  name: string().required().max(100),
  length: flicksSchema().positive(),
  tracks: array(object({ control: string().required().max(400), keys: keysSchema.min(1) }))
    .required()
    .min(1)
    .max(MOST_MOVES.tracks),
}) as unknown as Schema<Move>;

const between = ({ least, most }: { least: number; most: number }) =>
  number().required().min(least).max(most);

export const placedMoveSchema = object({
  ...{ id: string().required(), member: string().required(), move: string().required() },
  ...{ start: flicksSchema(), soft: flicksSchema() },
  ...{ speed: between(MOVE_SPEED), times: between(MOVE_TIMES) },
  mix: string().required().oneOf(['add', 'replace']),
  weight: number().required().min(0).max(1),
  muted: boolean().required(),
}) as unknown as Schema<PlacedMove>;

/** When a move that is laid down has been made so often as it should be. */
export function endOfMove({ start, speed, times }: PlacedMove, { length }: Move): Flicks {
  return start + Math.round((times * length) / speed);
}

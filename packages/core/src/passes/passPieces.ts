import { array, number, object, string, tuple, mixed, type Schema } from 'yup';
import { PassRecorder } from './passRecorder';
import type { PassRecording } from './recording';

/** A control was moved to a value, or let go where that is null, so many seconds after the pass began. */
export type PassEvent = readonly [control: string, time: number, value: number | null];

/** A cue that was fired in a pass, in flicks from its beginning. */
interface FiredInPass {
  readonly cue: string;
  readonly start: number;
  readonly length: number;
}

/** What was performed since the piece before: kept while a pass is recorded, so that little is lost where all else stops. */
export interface PassPiece {
  /** How long the pass has gone on, seconds. */
  readonly duration: number;
  readonly events: readonly PassEvent[];
  /** All cues that were fired since the pass began. */
  readonly cues: readonly FiredInPass[];
}

const finite = () => number().required();

export const passPieceSchema = object({
  duration: finite().min(0),
  events: array(
    tuple([
      string().required().max(400),
      finite(),
      mixed<number>()
        .nullable()
        .defined()
        .test('value', 'must be a number or null', (value: unknown) => {
          return value === null || Number.isFinite(value);
        }),
    ]),
  ).required(),
  cues: array(object({ cue: string().required(), start: finite(), length: finite() })).required(),
}) as unknown as Schema<PassPiece>;

/**
 * A pass put together again from its pieces, as far as they go.
 *
 * @param played the value of a control as it plays back at a time of the pass
 */
export function recoveredPass(
  pieces: readonly PassPiece[],
  played: (control: string, time: number) => number,
): {
  readonly duration: number;
  readonly recording: PassRecording | null;
  readonly cues: readonly FiredInPass[];
} {
  const recorder = new PassRecorder();
  for (const [control, time, value] of pieces.flatMap(({ events }) => events)) {
    if (value === null) recorder.letGo(control, time);
    else recorder.move(control, time, value);
  }
  const { duration = 0, cues = [] } = pieces.at(-1) ?? {};
  return { duration, cues, recording: recorder.finish(duration, played) };
}

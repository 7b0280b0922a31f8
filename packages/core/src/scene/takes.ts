import { array, boolean, object, string, type Schema } from 'yup';
import { hashSchema } from '../character/drawing';
import { flicksSchema, type Flicks } from '../time';
import { voiceSchema, type Voice } from './voice';

/** One of the recordings of a line. */
export interface Take {
  readonly id: string;
  readonly name: string;
  readonly voice: Voice;
  /** Id of the voice track that was heard in it; null until then. */
  readonly track: string | null;
  /** What of it is heard in the line, in times of the recording. */
  readonly offset: Flicks;
  readonly length: Flicks;
  /** Marked as a good one. */
  readonly starred: boolean;
}

/** The most recordings that one line keeps. */
export const MOST_TAKES = 200;

export const takesSchema = array(
  object({
    id: string().required().max(100),
    name: string().required().max(300),
    voice: voiceSchema,
    track: hashSchema().nullable().defined(),
    offset: flicksSchema(),
    length: flicksSchema().positive(),
    starred: boolean().required(),
  }).test(
    'stretch',
    'a take can’t go on after its voice has ended',
    ({ offset, length, voice }) => offset + length <= (voice as Voice).duration,
  ),
)
  .required()
  .max(MOST_TAKES) as unknown as Schema<readonly Take[]>;

import { array, number, object, string, type Schema } from 'yup';
import { keptReactionSchema, MOST_REACTIONS, type KeptReaction } from '../reactions';
import { recordsSchema, type Records } from '../records';

export const PRODUCTION_VERSION = 4;

/** How a word of this production is said, for names that no dictionary has. */
export interface OwnPronunciation {
  /** As it stands in scripts, in any case. */
  readonly word: string;
  /** Said like these ordinary words and syllables: "iz bell". Between slashes, IPA: "/ˈɪzbɛl/". */
  readonly like: string;
}

/** All that belongs to one piece of work. Its characters and scenes are documents of their own. */
export interface Production {
  readonly schemaVersion: typeof PRODUCTION_VERSION;
  readonly name: string;
  readonly pronunciations: readonly OwnPronunciation[];
  /** Reactions that its characters can be given. */
  readonly reactions: Records<KeptReaction>;
}

/** A production with nothing in it. */
export function emptyProduction(name: string): Production {
  return { schemaVersion: PRODUCTION_VERSION, name, pronunciations: [], reactions: {} };
}

export const ownPronunciationsSchema = array(
  object({
    word: string().trim().required('write the word').max(60),
    like: string().trim().required('write how it is said').max(120),
  }),
)
  .required()
  .max(500);

/** Checks a production that comes from outside. */
export const productionSchema: Schema<Production> = object({
  schemaVersion: number<typeof PRODUCTION_VERSION>().required().oneOf([PRODUCTION_VERSION]),
  name: string().trim().required('give the production a name').max(200),
  pronunciations: ownPronunciationsSchema,
  reactions: recordsSchema(keptReactionSchema, 'reaction', undefined, MOST_REACTIONS.production),
});

import { boolean, lazy, number, object, string, type Schema } from 'yup';
import {
  keyTrackSchema,
  MOST_KEY_TRACKS,
  MOST_MOVES,
  placedMoveSchema,
  type KeyTrack,
  type PlacedMove,
} from '../keys';
import { bodySchema, linkSchema, MOST_BODIES, MOST_LINKS, type Body, type Link } from '../bodies';
import { emitterSchema, MOST_EMITTERS, type Emitter } from '../particles';
import { MOST_REACTIONS, sceneReactionSchema, type SceneReaction } from '../reactions';
import { cueClipSchema, MOST_CUES, type CueClip } from '../cues';
import { MOST_TAKE_CLIPS, takeClipSchema, type TakeClip } from '../passes';
import { inOrder, recordsSchema, type OrderedRecord, type Records } from '../records';
import {
  FLICKS_PER_SECOND,
  SCENE_RATE_NAMES,
  flicksSchema,
  type Flicks,
  type FrameRateName,
} from '../time';
import { backdropSchema, type Backdrop } from './backdrop';
import { captionSettingsSchema, type CaptionSettings } from './captionSettings';
import { castMemberSchema, type CastMember } from './cast';
import { colorSchema } from '../color';
import { physicsSchema, type PhysicsSettings } from './physics';
import { performanceSchema, type Performance } from './performanceSettings';
import { isVoiced, lineSchema, type Line, type Stretch, type VoicedLine } from './line';
import { markerSchema, MOST_MARKERS, type Marker } from './marker';
import { LONGEST_VOICE } from './voice';

export const SCENE_VERSION = 17;
/** The longest scene: two of the longest voices, one after the other. */
export const LONGEST_SCENE: Flicks = 2 * LONGEST_VOICE * FLICKS_PER_SECOND;

/** A row of the timeline: what stands in it acts on its target. */
export interface Row extends OrderedRecord {
  readonly kind: 'dialogue';
  /** Who speaks: the id of a cast member. */
  readonly target: string;
  /** A muted row is neither heard nor does it move anything. */
  readonly muted: boolean;
}

/** The stage where reactions, keys and takes name a member of the cast: its light, and what stands on it, can be moved too. */
export const STAGE = 'stage';

/** The space in which a scene plays. */
export interface StageSettings {
  /** Stage units, which are pixels of a film of that size. */
  readonly width: number;
  readonly height: number;
  /** Seen where nothing is drawn, #rrggbb; null: see-through. */
  readonly background: string | null;
}

/** Characters on a stage with a backdrop, rows of lines, a length and a frame rate. */
export interface Scene {
  readonly schemaVersion: typeof SCENE_VERSION;
  readonly name: string;
  readonly length: Flicks;
  readonly frameRate: FrameRateName;
  readonly stage: StageSettings;
  readonly backdrop: Backdrop | null;
  readonly cast: Records<CastMember>;
  readonly rows: Records<Row>;
  readonly lines: Records<Line>;
  readonly markers: Records<Marker>;
  /** The stretch that is worked on just now; null for all of it. */
  readonly workArea: Stretch | null;
  readonly captions: CaptionSettings;
  readonly reactions: Records<SceneReaction>;
  /** What was set by hand at times, control by control. */
  readonly keys: Records<KeyTrack>;
  /** Moves of characters, laid down. */
  readonly moves: Records<PlacedMove>;
  /** What was performed, laid down. */
  readonly takes: Records<TakeClip>;
  /** Cues of characters, laid down. */
  readonly cues: Records<CueClip>;
  /** Who performs by themselves, and how. */
  readonly performances: Records<Performance>;
  /** What particles come from, the ones behind first. */
  readonly emitters: Records<Emitter>;
  /** What falls, pushes, or is in the way. */
  readonly bodies: Records<Body>;
  /** What holds bodies together. */
  readonly links: Records<Link>;
  readonly physics: PhysicsSettings;
}

const sortedLines = new WeakMap<object, readonly Line[]>();

/** All lines, the earlier ones first; the same table gives the same list. */
export function linesOf({ lines }: Pick<Scene, 'lines'>): readonly Line[] {
  const known = sortedLines.get(lines);
  if (known) return known;
  const sorted = Object.values(lines).sort(
    (a, b) => a.start - b.start || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0),
  );
  sortedLines.set(lines, sorted);
  return sorted;
}

/** The id of the cast member that speaks a line. */
export function speakerOf({ rows }: Pick<Scene, 'rows'>, { row }: Pick<Line, 'row'>): string {
  return rows[row]!.target;
}

/** The id of the row in which new lines of a cast member stand; null where they have none. */
export function rowOfMember({ rows }: Pick<Scene, 'rows'>, member: string): string | null {
  return inOrder(rows).find(({ target }) => target === member)?.id ?? null;
}

/** The lines that are heard: those with a voice, of rows that are not muted. */
export function heardLines(scene: Pick<Scene, 'rows' | 'lines'>): VoicedLine[] {
  return linesOf(scene)
    .filter(isVoiced)
    .filter(({ row }) => !scene.rows[row]!.muted);
}

export const rowSchema: Schema<Row> = object({
  id: string().required(),
  order: string().required(),
  kind: string<'dialogue'>().required().oneOf(['dialogue']),
  target: string().required(),
  muted: boolean().required(),
});

/** Sides of a stage, in stage units. */
export const STAGE_SIDE = { least: 16, most: 8192 } as const;
const side = () => number().required().integer().min(STAGE_SIDE.least).max(STAGE_SIDE.most);

/** What a scene has beside its tables and its backdrop. */
export const sceneFields = {
  schemaVersion: number<typeof SCENE_VERSION>().required().oneOf([SCENE_VERSION]),
  name: string().required().max(200),
  length: flicksSchema().positive().max(LONGEST_SCENE),
  frameRate: string<FrameRateName>().required().oneOf(SCENE_RATE_NAMES),
  stage: object({
    width: side(),
    height: side(),
    background: lazy((value: unknown) => (value === null ? string().nullable() : colorSchema())),
  }),
  workArea: object({ start: flicksSchema(), end: flicksSchema().positive() })
    .nullable()
    .defined()
    .test(
      'order',
      'the work area must end after it begins',
      (area) => !area || area.end > area.start,
    ),
  captions: captionSettingsSchema,
  physics: physicsSchema,
};

/** Checks a scene that comes from outside: each record by itself, and that each leads to one that is there. */
export const sceneSchema: Schema<Scene> = object({
  ...sceneFields,
  backdrop: lazy((value: unknown) =>
    value === null ? object().nullable() : (backdropSchema as never),
  ),
  cast: recordsSchema(castMemberSchema, 'cast member'),
  rows: recordsSchema(rowSchema, 'row'),
  lines: recordsSchema(lineSchema, 'line'),
  markers: recordsSchema(markerSchema, 'marker'),
  reactions: recordsSchema(sceneReactionSchema, 'reaction', undefined, MOST_REACTIONS.scene),
  keys: recordsSchema(keyTrackSchema, 'track of keys', undefined, MOST_KEY_TRACKS),
  moves: recordsSchema(placedMoveSchema, 'move', undefined, MOST_MOVES.scene),
  takes: recordsSchema(takeClipSchema, 'take', undefined, MOST_TAKE_CLIPS),
  cues: recordsSchema(cueClipSchema, 'cue', undefined, MOST_CUES.scene),
  performances: recordsSchema(performanceSchema, 'performance'),
  emitters: recordsSchema(emitterSchema, 'emitter', undefined, MOST_EMITTERS),
  bodies: recordsSchema(bodySchema, 'body', undefined, MOST_BODIES),
  links: recordsSchema(linkSchema, 'link', undefined, MOST_LINKS),
})
  .test('targets', 'every row must act on a member of the cast', ({ cast, rows }) =>
    Object.values(rows as Records<Row>).every(({ target }) => Object.hasOwn(cast, target)),
  )
  .test(
    'reactions',
    'every reaction, key, move, take, cue, performance and body must be that of a member of the cast, or of the stage',
    ({ cast, reactions, keys, moves, takes, cues, performances, bodies }) =>
      [
        ...[reactions, keys, takes, bodies].flatMap((table) =>
          Object.values(table as Records<SceneReaction | KeyTrack | TakeClip | Body>).flatMap(
            ({ member }) => (member === STAGE ? [] : member),
          ),
        ),
        ...Object.values(moves as Records<PlacedMove>).map(({ member }) => member),
        ...Object.values(cues as Records<CueClip>).map(({ member }) => member),
        ...Object.keys(performances as object),
      ].every((member) => Object.hasOwn(cast, member)),
  )
  .test('links', 'every link must hold bodies of the scene', ({ bodies, links }) =>
    Object.values(links as Records<Link>).every(({ from, to }) =>
      [from.body, to.body].every((body) => body === null || Object.hasOwn(bodies, body)),
    ),
  )
  .test('rows', 'every line must stand in a row', ({ rows, lines }) =>
    Object.values(lines as Records<Line>).every(({ row }) => Object.hasOwn(rows, row)),
  )
  .test(
    'markers',
    `a scene has ${MOST_MARKERS.toLocaleString('en')} markers at most`,
    ({ markers }) => Object.keys(markers as object).length <= MOST_MARKERS,
  ) as unknown as Schema<Scene>;

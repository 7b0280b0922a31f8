import type { ISchema } from 'yup';
import { bendPointSchema, bendSchema, regionSchema } from '../character/bend/bend';
import { bodySchema, linkSchema } from '../bodies';
import { bodyControlSchema, regionChangeSchema, stopPartSchema } from '../character/bodyControl';
import { characterFields, CHARACTER_VERSION } from '../character/character';
import { drawingSchema } from '../character/drawing';
import { eyesSchema, LID_SCHEMAS } from '../character/eyes';
import { jointSchema } from '../character/joint';
import { padSchema } from '../character/pad/pad';
import { partSchema } from '../character/part';
import { viewSchema } from '../character/view';
import { swaySchema } from '../character/sway/sway';
import { Digest } from '../frame';
import { INSIDE_SCHEMAS } from '../mouth/kinds/cutMouth';
import { EASING_SCHEMAS, keyTrackSchema } from '../keys/keyTrack';
import { ACTION_SCHEMAS, cueClipSchema, cueSchema, wordHookSchema } from '../cues';
import { moveSchema, placedMoveSchema } from '../keys/move';
import { followersSchema, MOUTH_SCHEMAS } from '../mouth/mouthRig';
import { PRODUCTION_VERSION, productionSchema } from '../scene/production';
import { backdropSchema } from '../scene/backdrop';
import { castMemberSchema } from '../scene/cast';
import { lineSchema } from '../scene/line';
import {
  emitterSchema,
  particleStyleSchema,
  DEPTH_SCHEMAS,
  SOURCE_SCHEMAS,
} from '../particles/emitter';
import { performanceSchema } from '../scene/performanceSettings';
import { markerSchema } from '../scene/marker';
import { keptReactionSchema } from '../reactions/keptReaction';
import { reactionSchema, sceneReactionSchema } from '../reactions/reaction';
import { SHAPING_SCHEMAS } from '../reactions/shaping';
import { SIGNAL_SCHEMAS } from '../reactions/signalSpec';
import { takeChannelSchema, takeClipSchema } from '../passes';
import { rowSchema, SCENE_VERSION, sceneFields } from '../scene/scene';
import recorded from './schemaDigests.json' with { type: 'json' };

const ofReactions = [...Object.values(SIGNAL_SCHEMAS), ...Object.values(SHAPING_SCHEMAS)];

/** All that a document of each kind is checked by, piece by piece: a schema that is chosen by a value tells nothing itself. */
const PIECES: Readonly<Record<keyof typeof recorded, readonly ISchema<unknown>[]>> = {
  production: [productionSchema, keptReactionSchema, ...ofReactions],
  scene: [
    ...[...Object.values(sceneFields), castMemberSchema, rowSchema, lineSchema],
    ...[backdropSchema, partSchema, drawingSchema, markerSchema],
    ...[sceneReactionSchema, performanceSchema, ...ofReactions],
    ...[emitterSchema, particleStyleSchema, bodySchema, linkSchema],
    ...[...Object.values(SOURCE_SCHEMAS), ...Object.values(DEPTH_SCHEMAS)],
    ...[takeClipSchema, takeChannelSchema, cueClipSchema, wordHookSchema],
    ...[keyTrackSchema, placedMoveSchema, ...Object.values(EASING_SCHEMAS)],
  ],
  character: [
    ...[
      ...Object.values(characterFields),
      partSchema,
      drawingSchema,
      eyesSchema,
      cueSchema,
      ...Object.values(ACTION_SCHEMAS),
      bodyControlSchema,
    ],
    ...[stopPartSchema, regionChangeSchema, bendSchema, bendPointSchema, regionSchema],
    ...[jointSchema, swaySchema, padSchema, viewSchema],
    ...[reactionSchema, ...ofReactions, moveSchema, ...Object.values(EASING_SCHEMAS)],
    ...[...Object.values(MOUTH_SCHEMAS), followersSchema],
    ...[...Object.values(INSIDE_SCHEMAS), ...Object.values(LID_SCHEMAS)],
  ],
};
const VERSIONS = {
  production: PRODUCTION_VERSION,
  scene: SCENE_VERSION,
  character: CHARACTER_VERSION,
};

const digestOf = (pieces: readonly ISchema<unknown>[]) =>
  new Digest().text(JSON.stringify(pieces.map((piece) => piece.describe()))).value;

/**
 * Where this fails, documents are checked otherwise than when their version was released: stored ones may no longer
 * open, or an older Cruvo may not open new ones. Make a new version with its migration and fixture, then write down
 * its digest.
 */
it.each(Object.keys(PIECES) as (keyof typeof recorded)[])(
  'what a %s is checked by has not changed within its version',
  (kind) => {
    expect({ version: VERSIONS[kind], digest: digestOf(PIECES[kind]) }).toEqual(recorded[kind]);
  },
);

it('a changed range, or another field, changes the digest', () => {
  const [piece, ...others] = PIECES.scene;
  expect(digestOf([piece!, ...others])).toBe(recorded.scene.digest);
  expect(digestOf(others)).not.toBe(recorded.scene.digest);
  expect(digestOf([lineSchema])).not.toBe(digestOf([rowSchema]));
});

import { FLICKS_PER_SECOND, type Flicks } from '../time';
import { USUAL_CAPTIONS } from './captionSettings';
import { withMember, type ArtworkSize } from './castEdits';
import { wholeLine } from './line';
import { withLines } from './lineEdits';
import { USUAL_PHYSICS } from './physics';
import { SCENE_VERSION, type Scene } from './scene';
import { nameOfFile, type Voice } from './voice';

const STAGE = { width: 1920, height: 1080, background: '#f4e9d8' } as const;

/** How long a scene is before anything is said in it. */
const EMPTY_LENGTH = 10 * FLICKS_PER_SECOND;

/** A scene with nobody in it. */
export function emptyScene(name: string, length: Flicks = EMPTY_LENGTH): Scene {
  return {
    ...{ schemaVersion: SCENE_VERSION, name, length, frameRate: '24', stage: STAGE },
    ...{ backdrop: null, cast: {}, rows: {}, lines: {}, markers: {}, workArea: null },
    captions: USUAL_CAPTIONS,
    ...{ reactions: {}, keys: {}, moves: {}, takes: {}, cues: {}, performances: {} },
    ...{ emitters: {}, bodies: {}, links: {}, physics: USUAL_PHYSICS },
  };
}

/** A scene as long as one voice, with the character that speaks it standing large in the middle. */
export function starterScene(options: {
  name: string;
  characterId: string;
  character: ArtworkSize;
  voice: Voice;
  memberId: string;
  lineId: string;
}): Scene {
  const { memberId: id, voice } = options;
  const peopled = withMember(emptyScene(options.name, voice.duration), {
    ...{ id, character: options.characterId, name: options.name, size: options.character },
  });
  const name = nameOfFile(voice.name);
  return withLines(peopled, [wholeLine({ id: options.lineId, row: id, name, start: 0, voice })]);
}

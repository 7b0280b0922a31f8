import { withMember, type ArtworkSize } from './castEdits';
import { nameOfFile, wholeLine, type Voice } from './line';
import { withLines } from './lineEdits';
import { SCENE_VERSION, type Scene } from './scene';

const STAGE = { width: 1920, height: 1080, background: '#f4e9d8' } as const;

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
  const empty: Scene = {
    ...{ schemaVersion: SCENE_VERSION, name: options.name, length: voice.duration },
    ...{ frameRate: '24', stage: STAGE, backdrop: null, cast: {}, rows: {}, lines: {} },
  };
  const peopled = withMember(empty, {
    ...{ id, character: options.characterId, name: options.name, size: options.character },
  });
  const name = nameOfFile(voice.name);
  return withLines(peopled, [wholeLine({ id: options.lineId, row: id, name, start: 0, voice })]);
}

import type { Character } from '../character/character';
import { DEFAULT_FIT } from '../mouth/fitSettings';
import { inTable } from '../records';
import { SCENE_VERSION, type Scene, type Voice } from './scene';

const STAGE = { width: 1920, height: 1080, background: '#f4e9d8' } as const;
/** How much of the stage's height and width a lone character fills. */
const FILLED = 0.94;

/** A scene as long as one voice, with the character that speaks it standing large in the middle. */
export function starterScene(options: {
  name: string;
  characterId: string;
  character: Pick<Character, 'width' | 'height'>;
  voice: Voice;
  memberId: string;
  lineId: string;
}): Scene {
  const { width, height } = options.character;
  const scale = Math.min((FILLED * STAGE.height) / height, (FILLED * STAGE.width) / width);
  return {
    schemaVersion: SCENE_VERSION,
    name: options.name,
    length: options.voice.duration,
    frameRate: '24',
    stage: STAGE,
    backdrop: null,
    cast: inTable([
      {
        id: options.memberId,
        character: options.characterId,
        x: STAGE.width / 2,
        y: (STAGE.height + height * scale) / 2,
        scale,
      },
    ]),
    rows: inTable([
      { id: options.memberId, kind: 'dialogue', target: options.memberId, muted: false },
    ]),
    lines: {
      [options.lineId]: {
        id: options.lineId,
        row: options.memberId,
        script: '',
        language: 'en',
        mood: null,
        pauseDrawing: null,
        channel: 'both',
        start: 0,
        voice: options.voice,
        fit: DEFAULT_FIT,
        track: null,
        corrections: [],
      },
    },
  };
}

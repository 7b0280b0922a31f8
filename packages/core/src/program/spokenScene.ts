import type { Character } from '../character/character';
import { DEFAULT_FIT } from '../mouth/fitSettings';
import { withRecord } from '../records';
import { starterScene } from '../scene/starterScene';
import type { VoiceTrack } from '../speech/voiceTrack';
import { toFlicks } from '../time';
import type { SceneMaterial } from './compile';

/** The cast member of a scene that is only there to say something. */
export const SPEAKER = 'speaker';

const TRACK = 'track';

/** A scene in which a character says one line from its start; nothing of it is stored. */
export function spokenScene(
  character: Character,
  track: VoiceTrack,
  mood: string | null = null,
): SceneMaterial {
  const starter = starterScene({
    name: '',
    characterId: SPEAKER,
    character,
    voice: {
      ...{ name: '', original: '', working: '', peaks: '', sampleRate: 48_000, channels: 1 },
      duration: toFlicks(track.duration),
    },
    memberId: SPEAKER,
    lineId: SPEAKER,
  });
  const lines = withRecord(starter.lines, SPEAKER, (line) => {
    return { ...line, fit: DEFAULT_FIT, mood, track: TRACK };
  });
  return {
    scene: { ...starter, lines },
    characters: new Map([[SPEAKER, character]]),
    tracks: new Map([[TRACK, track]]),
  };
}

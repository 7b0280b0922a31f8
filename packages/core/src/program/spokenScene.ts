import type { Character } from '../character/character';
import { withMember } from '../scene/castEdits';
import { textLine, type Line } from '../scene/line';
import { withLines } from '../scene/lineEdits';
import { emptyScene } from '../scene/starterScene';
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
  const duration = toFlicks(track.duration);
  const alone = withMember(emptyScene('', duration), {
    ...{ id: SPEAKER, character: SPEAKER, name: '', size: character },
  });
  const line: Line = {
    ...textLine({ id: SPEAKER, row: SPEAKER, name: '', start: 0 }),
    ...{ duration, length: duration, mood, track: TRACK },
  };
  return {
    scene: withLines(alone, [line]),
    characters: new Map([[SPEAKER, character]]),
    tracks: new Map([[TRACK, track]]),
  };
}

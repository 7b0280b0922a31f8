import type { Character } from '@cruvo/core/character';
import { withPerformance } from '@cruvo/core/performance';
import { compile, type Program } from '@cruvo/core/program';
import {
  emptyScene,
  USUAL_PERFORMANCE,
  withLines,
  withMember,
  type Scene,
} from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import { laidTiming, readTiming } from '@cruvo/core/timing';
import { toFlicks } from '@cruvo/core/time';

/** Who is shown, by id. */
export const MEMBER = 'character';
/** A scene in which nothing is said is played again after so long, seconds. */
const REST = 120;

/** How a character is played. */
export interface PlayedOptions {
  /** Whether it blinks, breathes, looks about and nods by itself. */
  readonly life: boolean;
  /** Whose lines of the timing it says; all, where nothing is said. */
  readonly speaker?: string | undefined;
}

/** A character alone, that says nothing. */
export function resting(character: Character, { life }: PlayedOptions): Program {
  return played(character, stageFor(character, REST), new Map(), life);
}

/**
 * A character that says what timing tells.
 *
 * @param timing the text of JSON, WebVTT, SRT, a TextGrid, or a timeline
 * @throws Problem where it is none of these
 */
export function speaking(
  character: Character,
  timing: string,
  { life, speaker }: PlayedOptions,
): Program {
  const read = readTiming('timing', timing);
  const lines = read.lines.filter((line) => speaker === undefined || line.speaker === speaker);
  const length = Math.max(1, ...lines.map(({ end }) => end));
  const scene = stageFor(character, length);
  let ids = 0;
  const laid = laidTiming(
    // Whatever they are called in the timing, it is this one who speaks.
    { lines: lines.map((line) => ({ ...line, speaker: null })), markers: [], clips: [] },
    {
      ...{ scene, member: MEMBER, newId: () => `line ${ids++}` },
      ...{ cast: [], characters: new Map([[MEMBER, character]]) },
    },
  );
  const spoken = laid.lines.map((line) => ({
    ...line,
    track: laid.tracks.has(line.id) ? line.id : null,
  }));
  return played(character, withLines(scene, spoken), laid.tracks, life);
}

/** A stage as large as a character. */
function stageFor(character: Character, seconds: number): Scene {
  const { width, height } = character;
  const empty = emptyScene('Player', toFlicks(seconds));
  const scene = { ...empty, stage: { width, height, background: null } };
  const peopled = withMember(scene, { id: MEMBER, character: MEMBER, name: '', size: character });
  const member = { ...peopled.cast[MEMBER]!, x: width / 2, y: height, scale: 1 };
  return { ...peopled, cast: { [MEMBER]: member } };
}

function played(
  character: Character,
  scene: Scene,
  tracks: ReadonlyMap<string, VoiceTrack>,
  life: boolean,
): Program {
  return compile({
    scene: life ? withPerformance(scene, MEMBER, character, USUAL_PERFORMANCE) : scene,
    characters: new Map([[MEMBER, character]]),
    tracks,
  });
}

import type { Character } from '../character/character';
import { blinksFor, seedFrom, type Blink } from '../motion/blinks';
import { layMouths } from '../mouth/layMouths';
import { withCorrections, type HeldDrawing, type Mouth } from '../mouth/mouths';
import type { VoiceTrack } from '../speech/voiceTrack';
import { framesPerSecond } from './frameRate';
import type { CastMember, Line, Scene } from './scene';

/** A scene with all that it refers to. */
export interface SceneMaterial {
  readonly scene: Scene;
  /** Characters by document id. */
  readonly characters: ReadonlyMap<string, Character>;
  /** Voice tracks by id. */
  readonly tracks: ReadonlyMap<string, VoiceTrack>;
}

/** A line with its mouths laid down. */
export interface PreparedLine {
  readonly line: Line;
  /** What was heard in its voice; null until then. */
  readonly track: VoiceTrack | null;
  /** Covers the line from 0 to its end, seconds from its start. */
  readonly mouths: readonly Mouth[];
}

export interface PreparedMember {
  readonly member: CastMember;
  readonly character: Character;
  readonly lines: readonly PreparedLine[];
  readonly blinks: readonly Blink[];
}

/** A scene made ready, so that any of its frames can be asked for quickly and in any order. */
export interface PreparedScene {
  readonly scene: Scene;
  readonly members: readonly PreparedMember[];
}

/** Lays the mouths of every line and the blinks of every cast member. Members without a character are left out. */
export function prepareScene({ scene, characters, tracks }: SceneMaterial): PreparedScene {
  return {
    scene,
    members: scene.cast.flatMap((member) => {
      const character = characters.get(member.character);
      if (!character) return [];
      return {
        member,
        character,
        lines: scene.lines
          .filter(({ speaker }) => speaker === member.id)
          .map((line) => prepareLine(line, character, scene, tracks)),
        blinks: character.lids ? blinksFor(seedFrom(member.id), scene.length) : [],
      };
    }),
  };
}

function prepareLine(
  line: Line,
  character: Character,
  scene: Scene,
  tracks: SceneMaterial['tracks'],
): PreparedLine {
  const track = line.track === null ? undefined : tracks.get(line.track);
  const known = line.corrections.filter(({ drawing }) =>
    Object.hasOwn(character.drawings, drawing),
  );
  const fitted = track
    ? fittedMouths(line, track, character, scene)
    : restingMouths(line, character);
  return { line, track: track ?? null, mouths: withCorrections(fitted, known) };
}

function fittedMouths(
  line: Line,
  track: VoiceTrack,
  character: Character,
  scene: Scene,
): HeldDrawing[] {
  return layMouths(track, line.fit, character.mouth.chart, {
    duration: line.voice.duration,
    frameRate: framesPerSecond(scene.frameRate),
  });
}

function restingMouths(line: Line, { mouth }: Character): HeldDrawing[] {
  return [{ start: 0, end: line.voice.duration, drawing: mouth.chart.rest }];
}

import type { Character } from '../character/character';
import { blinksFor, seedFrom, type Blink } from '../motion/blinks';
import { articulate, type ArticulationOverTime } from '../mouth/articulate';
import { layMouths } from '../mouth/layMouths';
import { chartInMood, withSilence } from '../mouth/coverage';
import { fittedChart } from '../mouth/fittedChart';
import type { MouthChart } from '../mouth/mouthChart';
import { chartOf, followsSmoothly, type MouthRig } from '../mouth/mouthRig';
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
  /** What a mouth that moves smoothly follows; null for one that holds drawings, and where nothing was heard. */
  readonly articulation: ArticulationOverTime | null;
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
        blinks: character.eyes.lids
          ? blinksFor(seedFrom(member.id), scene.length, character.eyes.blinking)
          : [],
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
  const track = (line.track === null ? null : tracks.get(line.track)) ?? null;
  const rig = character.mouth;
  if (!rig) return { line, track, mouths: [], articulation: null };
  const shown = new Set(chartOf(rig).drawings.map(({ drawing }) => drawing));
  const known = line.corrections.filter(({ drawing }) => shown.has(drawing));
  const fitted = track ? fittedMouths(line, track, rig, scene) : restingMouths(line, rig);
  return {
    line,
    track,
    mouths: withCorrections(fitted, known),
    articulation: track && followsSmoothly(rig) ? articulate(track, line.fit) : null,
  };
}

function fittedMouths(line: Line, track: VoiceTrack, rig: MouthRig, scene: Scene): HeldDrawing[] {
  return layMouths(track, line.fit, fittedChart(rig, chartOfLine(rig, line), track, line.fit), {
    duration: line.voice.duration,
    frameRate: framesPerSecond(scene.frameRate),
  });
}

function restingMouths(line: Line, rig: MouthRig): HeldDrawing[] {
  return [{ start: 0, end: line.voice.duration, drawing: chartOfLine(rig, line).rest }];
}

/** The mouths that a line shows: those of its mood, with what it shows in pauses at rest. */
export function chartOfLine(
  rig: MouthRig,
  { mood, silence }: Pick<Line, 'mood' | 'silence'>,
): MouthChart {
  return withSilence(chartInMood(chartOf(rig), mood), silence);
}

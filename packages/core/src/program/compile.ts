import type { PhysicsEngine } from '../bodies';
import type { Character } from '../character/character';
import { cueSpans, type WordTime } from '../cues';
import { movesOf } from '../keys';
import { takesOf, type PassRecording } from '../passes';
import { inOrder } from '../records';
import { castOf } from '../scene/cast';
import { linesOf, speakerOf, STAGE, type Scene } from '../scene/scene';
import { trackOfLine } from '../scene/shapeLine';
import type { VoiceTrack } from '../speech/voiceTrack';
import { toSeconds } from '../time';
import { compileBodies, type BodiesProgram } from './bodiesProgram';
import { compileCaptions, type CaptionsProgram, type Typefaces } from './captions';
import { compileLine, selectAtOnce, type LineProgram, type SelectMouths } from './lineProgram';
import { compileMember, type MemberProgram, type MovedProgram, type Moving } from './memberProgram';
import { reuse, type Memo } from './memo';
import { placedVoices } from './placedVoices';
import type { SignalScene } from './signalCurves';
import { compileStage, type StageProgram } from './stageProgram';
import { wordTimes } from './wordTimes';

/** A scene with all that it refers to. */
export interface SceneMaterial {
  readonly scene: Scene;
  /** Characters by document id. */
  readonly characters: ReadonlyMap<string, Character>;
  /** Voice tracks by id. */
  readonly tracks: ReadonlyMap<string, VoiceTrack>;
  /** What passes recorded, by id; takes whose recording is not there move nothing. */
  readonly recordings?: ReadonlyMap<string, PassRecording>;
  /** Nothing is written in fonts that are not there. */
  readonly typefaces?: Typefaces;
  /** Nothing falls where it is not there. */
  readonly engine?: PhysicsEngine | null;
}

/** A scene made ready, so that any of its frames can be asked for quickly and in any order. */
export interface Program {
  readonly scene: Scene;
  /** Back to front; members without a character are left out. */
  readonly members: readonly MemberProgram[];
  /** Lines whose speaker has a mouth, by their ids. */
  readonly lines: ReadonlyMap<string, LineProgram>;
  readonly memos: ReadonlyMap<string, Memo<MemberProgram>>;
  readonly stage: Memo<StageProgram>;
  readonly captions: CaptionsProgram;
  /** What falls and pushes; null where nothing does. */
  readonly bodies: Memo<BodiesProgram | null>;
  /** What reactions may follow. */
  readonly signals: Memo<SignalScene>;
}

const NO_TYPEFACES: Typefaces = new Map();
const NO_RECORDINGS: ReadonlyMap<string, PassRecording> = new Map();

/**
 * Makes a scene ready. Only what depends on a change is made anew: what was made from the very same objects before
 * is taken over.
 *
 * @param before the program of the scene before the change
 * @param select chooses the mouths of a line; at once, where nothing else is said
 */
export function compile(
  material: SceneMaterial,
  before: Program | null = null,
  select: SelectMouths = selectAtOnce,
): Program {
  const { scene, characters } = material;
  const cast = castOf(scene).flatMap((member) => {
    const character = characters.get(member.character);
    return character ? [{ member, character }] : [];
  });
  const lines = compileLines(material, before, select);
  const spoken = new Map(cast.map(({ member }): [string, LineProgram[]] => [member.id, []]));
  for (const line of lines.values()) spoken.get(speakerOf(scene, line.line))?.push(line);
  const signals = signalScene(material, before?.signals);
  const timeOfWord = wordTimes(scene, material.tracks);
  const memos = new Map(
    cast.map(({ member, character }) => {
      const rows = inOrder(scene.rows).filter(({ target }) => target === member.id);
      const own = spoken.get(member.id)!;
      const known = before?.memos.get(member.id);
      const moving = movingOf(material, member.id, signals.value, character, timeOfWord);
      const inputs = [member, character, scene.length, ...rows, ...own, ...inputsOf(moving)];
      return [
        member.id,
        reuse(known, inputs, () =>
          compileMember({ member, character }, rows, own, scene.length, moving, known?.value),
        ),
      ] as const;
    }),
  );
  const members = [...memos.values()].map(({ value }) => value);
  const { tracks, typefaces = NO_TYPEFACES } = material;
  const ofStage = [scene.backdrop, scene.stage, scene.emitters, scene.bodies, scene.physics];
  const onStage = movingOf(material, STAGE, signals.value, null, timeOfWord);
  return {
    scene,
    members,
    captions: compileCaptions(scene, members, tracks, typefaces, before?.captions),
    lines,
    memos,
    signals,
    bodies: compileBodies(scene, members, material.engine ?? null, before?.bodies),
    stage: reuse(before?.stage, [...ofStage, ...inputsOf(onStage)], () =>
      compileStage(scene, onStage, before?.stage.value),
    ),
  };
}

/** What moves the controls of a cast member, or of the stage. @param id of either @param character null for the stage */
function movingOf(
  { scene, recordings = NO_RECORDINGS }: SceneMaterial,
  id: string,
  signals: SignalScene,
  character: Character | null,
  timeOfWord: WordTime,
): Moving {
  const isOwn = ({ member }: { readonly member: string }) => member === id;
  return {
    own: [
      ...(character ? inOrder(character.reactions) : []),
      ...inOrder(scene.reactions).filter(isOwn),
    ],
    scene: signals,
    moves: movesOf(scene.moves, id),
    keys: Object.values(scene.keys).filter(isOwn),
    cues: character ? cueSpans(scene.cues, id, character.cues, timeOfWord) : [],
    takes: takesOf(scene.takes, id).map((take) => {
      return { take, recording: recordings.get(take.recording) ?? null };
    }),
  };
}

/** All that the movement depends on. */
function inputsOf({ own, scene, moves, keys, takes, cues }: Moving): readonly unknown[] {
  const played = takes.flatMap(({ take, recording }) => [take, recording]);
  const fired = cues.flatMap(({ clip, cue, start, end }) => [clip, cue, start, end]);
  return [...own, ...(own.length > 0 ? [scene] : []), ...keys, ...moves, ...played, ...fired];
}

/** What moves the controls of a cast member, or of the stage; undefined where neither has that id. */
export function movedBy(
  { memos, stage }: Pick<Program, 'memos' | 'stage'>,
  id: string,
): MovedProgram | undefined {
  return id === STAGE ? stage.value : memos.get(id)?.value;
}

/** All that reactions may follow; the very same as before where nothing of it differs. */
function signalScene(
  { scene, tracks }: SceneMaterial,
  before: Memo<SignalScene> | undefined,
): Memo<SignalScene> {
  const voices = placedVoices(scene, tracks, before?.value.voices);
  // Only who stands to the left of whom matters, so that dragging somebody changes nothing until they pass another.
  const across = castOf(scene).toSorted((a, b) => a.x - b.x || (a.id < b.id ? -1 : 1));
  const inputs = [voices, scene.length, ...across.flatMap(({ id, mirrored }) => [id, mirrored])];
  return reuse(before, inputs, () => ({
    voices,
    places: new Map(across.map(({ id, mirrored }, rank) => [id, { rank, mirrored }])),
    length: toSeconds(scene.length),
  }));
}

function compileLines(
  { scene, characters, tracks }: SceneMaterial,
  before: Program | null,
  select: SelectMouths,
): ReadonlyMap<string, LineProgram> {
  return new Map(
    linesOf(scene).flatMap((line) => {
      const member = scene.cast[scene.rows[line.row]!.target]!;
      const rig = characters.get(member.character)?.mouth;
      if (!rig) return [];
      const track = trackOfLine(line, tracks);
      const known = before?.lines.get(line.id);
      return [[line.id, compileLine(line, track, rig, scene.frameRate, select, known)] as const];
    }),
  );
}

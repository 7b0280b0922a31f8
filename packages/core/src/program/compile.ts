import type { Character } from '../character/character';
import { controlsOf } from '../character/controls';
import { inLayers, type ControlSet, type ControlSource } from '../controls';
import { multiply, translation, turning, type Matrix } from '../geometry';
import { blinksFor, seedFrom, type Blink } from '../life';
import { inOrder } from '../records';
import { backdropItems } from '../scene/backdrop';
import { castOf, type CastMember } from '../scene/cast';
import { linesOf, type Row, type Scene } from '../scene/scene';
import { trackOfLine } from '../scene/shapeLine';
import { softFollow, type Simulation } from '../simulation';
import type { VoiceTrack } from '../speech/voiceTrack';
import { toSeconds, type Flicks } from '../time';
import { compileLine, selectAtOnce, type LineProgram, type SelectMouths } from './lineProgram';
import { reuse, type Memo } from './memo';
import { blinkSource, dialogueSource } from './sources';

/** A scene with all that it refers to. */
export interface SceneMaterial {
  readonly scene: Scene;
  /** Characters by document id. */
  readonly characters: ReadonlyMap<string, Character>;
  /** Voice tracks by id. */
  readonly tracks: ReadonlyMap<string, VoiceTrack>;
}

/** A cast member made ready: what moves its controls, and where it stands. */
export interface MemberProgram {
  readonly member: CastMember;
  readonly character: Character;
  readonly controls: ControlSet;
  /** What it says, the earlier lines first. */
  readonly lines: readonly LineProgram[];
  /** In layers, the lowest first. */
  readonly sources: readonly ControlSource[];
  readonly simulations: readonly Simulation[];
  /** Maps the artwork onto the stage. */
  readonly place: Matrix;
  readonly blinks: Memo<readonly Blink[]>;
}

/** A scene made ready, so that any of its frames can be asked for quickly and in any order. */
export interface Program {
  readonly scene: Scene;
  /** Back to front; members without a character are left out. */
  readonly members: readonly MemberProgram[];
  /** Lines whose speaker has a mouth, by their ids. */
  readonly lines: ReadonlyMap<string, LineProgram>;
  readonly memos: ReadonlyMap<string, Memo<MemberProgram>>;
  readonly backdrop: Memo<BackdropItems>;
}

/** What of a backdrop is painted behind the cast and in front of it, back to front. */
type BackdropItems = ReturnType<typeof backdropItems>;

const NO_BACKDROP: BackdropItems = { behind: [], inFront: [] };

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
  const memos = new Map(
    cast.map(({ member, character }) => {
      const rows = inOrder(scene.rows).filter(({ target }) => target === member.id);
      const own = [...lines.values()].filter(({ line }) => rows.some(({ id }) => id === line.row));
      const known = before?.memos.get(member.id);
      const inputs = [member, character, scene.length, ...rows, ...own];
      return [
        member.id,
        reuse(known, inputs, () =>
          compileMember({ member, character }, rows, own, scene.length, known?.value),
        ),
      ] as const;
    }),
  );
  return {
    scene,
    members: [...memos.values()].map(({ value }) => value),
    lines,
    memos,
    backdrop: reuse(before?.backdrop, [scene.backdrop, scene.stage], () =>
      scene.backdrop ? backdropItems(scene.backdrop, scene.stage) : NO_BACKDROP,
    ),
  };
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

function compileMember(
  { member, character }: Pick<MemberProgram, 'member' | 'character'>,
  rows: readonly Row[],
  lines: readonly LineProgram[],
  length: Flicks,
  before: MemberProgram | undefined,
): MemberProgram {
  const controls = controlsOf(character);
  const { mouth, eyes } = character;
  const blinks = reuse(before?.blinks, [member.id, length, eyes.blinking], () =>
    blinksFor(seedFrom(member.id), toSeconds(length), eyes.blinking),
  );
  const sources = [
    ...(eyes.lids ? [blinkSource(controls, blinks.value)] : []),
    ...(mouth
      ? rows.map(({ id, muted }) =>
          dialogueSource(
            controls,
            mouth,
            lines.filter(({ line }) => line.row === id),
            muted,
          ),
        )
      : []),
  ];
  const place = placeOf(member, character);
  const simulations = simulationsOf(controls);
  return {
    ...{ member, character, controls, lines, simulations, place, blinks },
    sources: inLayers(sources),
  };
}

/** What of a character moves by itself after its controls. */
function simulationsOf(controls: ControlSet): Simulation[] {
  const [jaw, followers] = [controls.slots.get('mouth.jaw'), controls.slots.get('mouth.followers')];
  return jaw === undefined || followers === undefined
    ? []
    : [softFollow('followers', jaw, followers)];
}

function placeOf(member: CastMember, { width, height }: Character): Matrix {
  const { x, y, scale, turn, mirrored } = member;
  const feet = translation(-width / 2, -height);
  const sized: Matrix = [mirrored ? -scale : scale, 0, 0, scale, 0, 0];
  return multiply(turning(turn, { x, y }), multiply(translation(x, y), multiply(sized, feet)));
}

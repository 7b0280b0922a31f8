import type { Character } from '../character/character';
import { controlsOf } from '../character/controls';
import { swaySimulations } from '../character/sway/swaySimulation';
import { inLayers, type ControlSet, type ControlSource } from '../controls';
import { multiply, translation, turning, type Matrix } from '../geometry';
import { blinksFor, seedFrom, type Blink } from '../life';
import type { CastMember } from '../scene/cast';
import type { Row } from '../scene/scene';
import { softFollow, type Simulation } from '../simulation';
import { toSeconds, type Flicks } from '../time';
import type { CueSpan } from '../cues';
import type { KeyTrack, Move, PlacedMove } from '../keys';
import type { Records } from '../records';
import type { Reaction, SceneReaction } from '../reactions';
import type { LineProgram } from './lineProgram';
import { reuse, type Memo } from './memo';
import { reactionPrograms, type ReactionProgram } from './reactionPrograms';
import type { SignalScene } from './signalCurves';
import { keySources, moveSources } from './keySources';
import { takeSources, type TakeProgram } from './takeSources';
import { cueSources } from './cueSources';
import { blinkSource, dialogueSource } from './sources';

/** What moves the controls of a cast member, or of the stage. */
export interface MovedProgram {
  readonly controls: ControlSet;
  /** In layers, the lowest first. */
  readonly sources: readonly ControlSource[];
  /** The lower ones first. */
  readonly reactions: Memo<readonly ReactionProgram[]>;
  /** Moves that can be laid down. */
  readonly knownMoves: Records<Move>;
  /** Moves that are laid down, the earlier ones first. */
  readonly moves: readonly PlacedMove[];
  readonly keys: readonly KeyTrack[];
  /** The lower ones first. */
  readonly takes: readonly TakeProgram[];
  /** Cues that are laid down, the earlier ones first. */
  readonly cues: readonly CueSpan[];
}

/** A cast member made ready: what moves its controls, and where it stands. */
export interface MemberProgram extends MovedProgram {
  readonly member: CastMember;
  readonly character: Character;
  /** What it says, the earlier lines first. */
  readonly lines: readonly LineProgram[];
  readonly simulations: readonly Simulation[];
  /** Those of the sources that move what the simulations read: they are asked at every step, all others once a frame. */
  readonly steppedSources: readonly ControlSource[];
  /** Maps the artwork onto the stage. */
  readonly place: Matrix;
  readonly blinks: Memo<readonly Blink[]>;
}

/** What may move the controls of a cast member or of the stage: its reactions, and all that they may follow, takes, cues, moves that are laid down, and keys. */
export interface Moving {
  /** The lower ones first. */
  readonly own: readonly (Reaction | SceneReaction)[];
  readonly scene: SignalScene;
  readonly moves: readonly PlacedMove[];
  readonly keys: readonly KeyTrack[];
  readonly takes: readonly TakeProgram[];
  readonly cues: readonly CueSpan[];
}

/** Makes ready what moves a cast member, and where it stands. */
export function compileMember(
  { member, character }: Pick<MemberProgram, 'member' | 'character'>,
  rows: readonly Row[],
  lines: readonly LineProgram[],
  length: Flicks,
  moving: Moving,
  before: MemberProgram | undefined,
): MemberProgram {
  const controls = controlsOf(character);
  const { mouth, eyes } = character;
  const blinks = reuse(before?.blinks, [member.id, length, eyes.blinking], () =>
    blinksFor(seedFrom(member.id), toSeconds(length), eyes.blinking),
  );
  const below = [
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
  const reactions = reactionsOf(
    { controls, member: member.id, knownMoves: character.moves },
    [...rows, ...lines],
    moving,
    below,
    before,
  );
  const place = placeOf(member, character);
  const simulations =
    before?.character === character
      ? before.simulations
      : [...followersOf(controls), ...swaySimulations(character)];
  const moved = movedProgram(controls, character.moves, moving, reactions, below);
  const read = new Set(simulations.flatMap(({ reads }) => reads));
  const steppedSources = moved.sources.filter(({ slots }) => slots.some((slot) => read.has(slot)));
  return {
    ...{ member, character, lines, simulations, steppedSources, place, blinks },
    ...moved,
  };
}

/** What moves controls, in layers. @param below what moves them beneath reactions */
export function movedProgram(
  controls: ControlSet,
  knownMoves: Records<Move>,
  { moves, keys, takes, cues }: Moving,
  reactions: MovedProgram['reactions'],
  below: readonly ControlSource[],
): MovedProgram {
  return {
    ...{ controls, knownMoves, moves, keys, takes, cues, reactions },
    sources: inLayers([
      ...below,
      ...reactions.value.flatMap(({ source }) => source ?? []),
      ...takeSources(controls, takes),
      ...cueSources(cues, { controls, moves: knownMoves, reactions: reactions.value }),
      ...moveSources(controls, knownMoves, moves),
      ...keySources(controls, keys),
    ]),
  };
}

const NO_REACTIONS: MovedProgram['reactions'] = { inputs: [], value: [] };

/** What reacts, made anew only where what it follows is another. @param beneath what moves the controls that it may follow */
export function reactionsOf(
  {
    controls,
    member,
    knownMoves,
  }: Pick<MovedProgram, 'controls' | 'knownMoves'> & { readonly member: string },
  beneath: readonly unknown[],
  { own, scene, takes, moves, keys }: Moving,
  below: readonly ControlSource[],
  before: MovedProgram | undefined,
): MovedProgram['reactions'] {
  if (own.length === 0) return NO_REACTIONS;
  const follows = own.some(({ signal }) => signal.kind === 'control');
  const played = takes.flatMap(({ take, recording }) => [take, recording]);
  const moved = follows ? [...beneath, ...played, ...moves, ...keys] : [];
  const inputs = [controls, scene, ...own, ...moved];
  const known = before?.reactions;
  const alike = known?.inputs[0] === controls && known.inputs[1] === scene;
  return reuse(known, inputs, () => {
    // What was performed or set by hand can be followed too: a face, the pointer, a key.
    const above = follows
      ? [
          ...takeSources(controls, takes),
          ...moveSources(controls, knownMoves, moves),
          ...keySources(controls, keys),
        ]
      : [];
    const around = { member, controls, scene };
    return reactionPrograms(own, around, { below, above }, alike ? known.value : []);
  });
}

/** What moves with the jaw, and softly. */
function followersOf(controls: ControlSet): Simulation[] {
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

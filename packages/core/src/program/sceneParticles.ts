import { boundsOfPart } from '../character/bounds';
import { partsOf } from '../character/partList';
import { pictureOfPart } from '../character/partPicture';
import { placesOf } from '../character/posed';
import { branchOf } from '../character/tree';
import type { FrameItem } from '../frame';
import { mapped } from '../geometry';
import {
  paintedPictures,
  paintedSwarm,
  ParticleRun,
  particleStepAt,
  timeOfParticleStep,
  type Emitter,
  type ParticleInputs,
  type ParticlePicture,
} from '../particles';
import { inOrder } from '../records';
import { gravityOn, windOn } from '../scene/physics';
import { STAGE } from '../scene/scene';
import { amountControlId, burstControlId, WIND } from '../scene/stageControls';
import { toSeconds, type Flicks } from '../time';
import type { Program } from './compile';
import { drawnOf } from './drawnOf';
import type { MovedAndFallen } from './moved';

/** Particles of one emitter, and all that they were made of. */
interface Flying {
  readonly made: readonly unknown[];
  readonly run: ParticleRun;
  /** What each of them is a picture of; null: as its style says. */
  readonly picture: ParticlePicture | null;
  /** What acted on them last where it can't be played again; null where it can. */
  live: ParticleInputs | null;
  /** What was seen of them last, and when; null where something was set live. */
  seen: { readonly time: Flicks; readonly items: readonly FrameItem[] } | null;
}

/** Most steps for which is kept what acts on particles. */
const MOST_INPUTS = 20_000;

/** The particles of a scene, kept from frame to frame. */
export class SceneParticles {
  private readonly flying = new Map<string, Flying>();

  /**
   * What is seen of each emitter at a time, those behind first.
   *
   * @param moved how all moves as it can be played again
   * @param now how it moves just now where something is set live; null: as it can be played again
   */
  at(
    program: Program,
    time: Flicks,
    moved: MovedAndFallen,
    now: MovedAndFallen | null,
  ): readonly { readonly emitter: Emitter; readonly items: readonly FrameItem[] }[] {
    const { emitters } = program.scene;
    for (const id of this.flying.keys()) if (!Object.hasOwn(emitters, id)) this.flying.delete(id);
    const seen = inOrder(emitters).filter(({ muted }) => !muted);
    return seen.map((emitter) => {
      const own = this.flyingOf(program, emitter, moved);
      if (!now && own.seen?.time === time) return { emitter, items: own.seen.items };
      go(program, emitter, own, time, now);
      const since = toSeconds(time - timeOfParticleStep(particleStepAt(time)));
      const { swarm } = own.run;
      const items = own.picture
        ? paintedPictures(emitter, swarm, since, own.picture)
        : paintedSwarm(emitter, swarm, since);
      own.seen = now ? null : { time, items };
      return { emitter, items };
    });
  }

  /** The particles of an emitter; others where what they were made of has changed. */
  private flyingOf(program: Program, emitter: Emitter, moved: MovedAndFallen): Flying {
    const { stage, memos } = program;
    const { source } = emitter;
    const carrier = source.kind === 'part' ? (memos.get(source.member)?.value ?? null) : null;
    const cue = emitter.cue && memos.get(emitter.cue.member)?.value;
    // The stage is made anew with its size, its physics, and what moves it.
    const drawn = emitter.drawing && drawnOf(program, emitter.drawing.member)?.parts;
    const made = [emitter, stage.value, carrier, cue, drawn, ...inTheWay(program, emitter)];
    const known = this.flying.get(emitter.id);
    if (known && made.every((one, at) => one === known.made[at])) return known;
    const run = runOf(program, emitter, moved);
    const own: Flying = {
      made,
      run,
      picture: pictureFor(program, emitter),
      live: null,
      seen: null,
    };
    this.flying.set(emitter.id, own);
    return own;
  }
}

/** What each particle of an emitter is a picture of; null where that is not there. */
function pictureFor(program: Program, { drawing }: Emitter): ParticlePicture | null {
  const drawn = drawing && drawnOf(program, drawing.member)?.parts;
  if (!drawn?.parts[drawing!.part]) return null;
  return pictureOfPart(branchOf(partsOf(drawn), drawing!.part), drawn.drawings);
}

/** All that particles may meet, and what moves it. */
function inTheWay({ bodies, memos }: Program, { style, source }: Emitter): readonly unknown[] {
  const fromThing = source.kind === 'part' && source.member === STAGE;
  const made = style.hits || fromThing ? bodies.value : null;
  return made ? [made, ...made.owners.map(({ owner }) => memos.get(owner)?.value)] : [];
}

/** Goes on with particles to a time. */
function go(
  program: Program,
  emitter: Emitter,
  own: Flying,
  time: Flicks,
  now: MovedAndFallen | null,
) {
  const step = particleStepAt(time);
  const inputs = now && inputsAt(program, emitter, now, time);
  if (inputs) own.run.follow(step, inputs, own.live ?? inputs);
  else own.run.seek(step);
  own.live = inputs;
}

function runOf(program: Program, emitter: Emitter, moved: MovedAndFallen): ParticleRun {
  const { stage, physics } = program.scene;
  const known = new Map<number, ParticleInputs>();
  // What nothing moves is the same at each step.
  const still =
    program.stage.value.sources.length === 0 &&
    emitter.source.kind !== 'part' &&
    emitter.cue === null;
  return new ParticleRun(emitter, {
    ...{ width: stage.width, height: stage.height },
    ...{ edges: physics.edges, settled: physics.settled },
    gravity: gravityOn(stage, physics.gravity),
    obstaclesAt: (step) => moved.obstaclesAt(step),
    inputsAt(step) {
      // Before the scene all stands as it begins, but for what bursts then.
      if (step < 0) return { ...this.inputsAt(0), burst: false };
      const at = still ? 0 : step;
      const found = known.get(at);
      if (found) return found;
      if (known.size > MOST_INPUTS) known.clear();
      const inputs = inputsAt(program, emitter, moved, timeOfParticleStep(at));
      known.set(at, inputs);
      return inputs;
    },
  });
}

/** What acts on the particles of an emitter at a time. */
function inputsAt(
  program: Program,
  emitter: Emitter,
  moved: MovedAndFallen,
  time: Flicks,
): ParticleInputs {
  const { controls } = program.stage.value;
  const values = moved.stageAt(time);
  return {
    amount: controls.range(values, amountControlId(emitter.id)),
    burst:
      controls.range(values, burstControlId(emitter.id)) > 0.5 || moved.isCueOn(emitter.cue, time),
    wind: windOn(program.scene.stage, controls.range(values, WIND)),
    place: placeIn(program, emitter, moved, time),
  };
}

function placeIn(
  program: Program,
  { source }: Emitter,
  moved: MovedAndFallen,
  time: Flicks,
): ParticleInputs['place'] {
  if (source.kind === 'point') return () => source.at;
  if (source.kind !== 'part') {
    const { from, to } = source;
    const line = source.kind === 'line';
    return (across, down) => ({
      x: from.x + across * (to.x - from.x),
      y: from.y + (line ? across : down) * (to.y - from.y),
    });
  }
  const own = drawnOf(program, source.member);
  const box = own && boundsOfPart(own.parts, source.part);
  if (!box) return null;
  const pose = moved.poseAt(source.member, time);
  const place = placesOf(own.parts, own.place, pose).get(source.part)!;
  return (across, down) =>
    mapped(place, { x: box.x + across * box.width, y: box.y + down * box.height });
}

/** Whether what is set live moves an emitter, or all that flies. */
export function isLive(program: Program, live: ReadonlyMap<string, unknown>): boolean {
  if (live.size === 0) return false;
  return (
    live.has(STAGE) ||
    Object.values(program.scene.emitters).some(
      ({ source, cue }) =>
        (source.kind === 'part' && live.has(source.member)) ||
        (cue !== null && live.has(cue.member)),
    )
  );
}

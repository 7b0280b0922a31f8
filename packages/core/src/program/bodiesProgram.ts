import type { Character } from '../character/character';
import { bendsByPart } from '../character/bend/bendsByPart';
import {
  inputOf,
  INPUT,
  type Body,
  type PhysicsEngine,
  type Rigid,
  type RigidInputs,
  type RigidLink,
  type RigidSetting,
} from '../bodies';
import { isSeenIn, placesOf } from '../character/posed';
import { partsOf } from '../character/partList';
import { distance, mapped, type Matrix, type Point } from '../geometry';
import type { Pose } from '../pose';
import { inOrder } from '../records';
import { backdropPlace } from '../scene/backdrop';
import { EARTH_GRAVITY, windOn } from '../scene/physics';
import { STAGE, type Scene } from '../scene/scene';
import { AGAIN, heldControlId, WIND } from '../scene/stageControls';
import type { ControlValues } from '../controls';

import { carriedPieces, writeTargets, type BodyOwner, type Carried } from './bodyCarriers';
import type { MemberProgram } from './memberProgram';
import { reuse, type Memo } from './memo';

/** A body of a scene, made ready. */
export interface PlacedBody {
  readonly body: Body;
  /** Rigid pieces: one, or several of what bends. */
  readonly pieces: readonly Carried[];
  /** The number of the first of them. */
  readonly first: number;
}

/** The bodies of one cast member, or of the backdrop. */
export interface OwnedBodies {
  /** Id of the member, or STAGE. */
  readonly owner: string;
  readonly parts: BodyOwner['parts'];
  readonly place: Matrix;
  readonly bodies: readonly PlacedBody[];
}

/** The bodies of a scene, made ready. */
export interface BodiesProgram {
  readonly engine: PhysicsEngine;
  readonly setting: RigidSetting;
  readonly owners: readonly OwnedBodies[];
}

/** Makes bodies ready; null where there are none, or the engine is not there. */
export function compileBodies(
  scene: Scene,
  members: readonly MemberProgram[],
  engine: PhysicsEngine | null,
  before: Memo<BodiesProgram | null> | undefined,
): Memo<BodiesProgram | null> {
  const bodies = inOrder(scene.bodies).filter(({ muted }) => !muted);
  if (!engine || bodies.length === 0) return reuse(before, [], () => null);
  const owning = members.filter(({ member }) => bodies.some((body) => body.member === member.id));
  const { stage, physics, backdrop, links } = scene;
  const inputs = [
    ...[engine, scene.bodies, links, physics, backdrop],
    ...[stage.width, stage.height],
    ...owning.flatMap(({ member, character }) => [member, character]),
  ];
  return reuse(before, inputs, () => {
    const owners = ownedBodies(scene, bodies, owning);
    const placed = owners.flatMap((own) => own.bodies);
    if (placed.length === 0) return null;
    const rigids = placed.flatMap(({ pieces }): Rigid[] => pieces.map(({ rigid }) => rigid));
    const { width, height } = stage;
    return {
      ...{ engine, owners },
      setting: {
        ...{ rigids, links: rigidLinks(scene, owners), width, height },
        ...{ gravity: EARTH_GRAVITY * physics.gravity, edges: physics.edges },
        settled: physics.settled,
      },
    };
  });
}

function ownedBodies(
  { backdrop, stage }: Scene,
  bodies: readonly Body[],
  members: readonly MemberProgram[],
): readonly OwnedBodies[] {
  let first = 0;
  const place = (owner: string, carrier: BodyOwner): OwnedBodies => ({
    ...{ owner, parts: carrier.parts, place: carrier.place },
    bodies: bodies.flatMap((body): PlacedBody[] => {
      if (body.member !== owner || !carrier.parts.parts[body.part]) return [];
      const pieces = carriedPieces(body, carrier);
      if (pieces.length === 0) return [];
      first += pieces.length;
      return [{ body, pieces, first: first - pieces.length }];
    }),
  });
  return [
    ...(backdrop
      ? [
          place(STAGE, {
            parts: backdrop,
            place: backdropPlace(backdrop, stage),
            bends: () => false,
          }),
        ]
      : []),
    ...members.map(({ member, character, place: onStage }) =>
      place(member.id, { parts: character, place: onStage, bends: bendsOf(character) }),
    ),
  ].filter((own) => own.bodies.length > 0);
}

function bendsOf(character: Character): BodyOwner['bends'] {
  const bends = bendsByPart(character);
  return (part) => bends.has(part);
}

/** Links between pieces that are there: of what bends, the one that is nearest. */
function rigidLinks({ links }: Scene, owners: readonly OwnedBodies[]): readonly RigidLink[] {
  const placed = new Map(
    owners.flatMap(({ bodies, parts, place }) =>
      bodies.map((one) => [one.body.id, { ...one, parts, place }] as const),
    ),
  );
  const endAt = (id: string, at: Point) => {
    const body = placed.get(id);
    if (!body) return null;
    const near = body.pieces.reduce((best, piece) =>
      distance(piece.at, at) < distance(best.at, at) ? piece : best,
    );
    const rest = placesOf(body.parts, body.place, new Map()).get(near.part)!;
    return {
      rigid: body.first + body.pieces.indexOf(near),
      local: mapped(near.about, at),
      onStage: mapped(rest, at),
    };
  };
  return inOrder(links).flatMap(({ kind, from, to, slack }): RigidLink[] => {
    const own = endAt(from.body, from.at);
    const other = to.body === null ? null : endAt(to.body, to.at);
    if (!own || (to.body !== null && !other)) return [];
    const reach = distance(own.onStage, other?.onStage ?? to.at);
    const ends = { from: own.rigid, to: other?.rigid ?? null };
    const points = { fromAt: own.local, toAt: other?.local ?? to.at };
    return [{ kind, ...ends, ...points, length: Math.max(1, slack * reach) }];
  });
}

/** Tells what acts on the bodies of a scene at a time. */
export interface ActingOnBodies {
  /** The controls of the stage. */
  readonly stage: ControlValues;
  /** What moves the parts of an owner. */
  readonly poseOf: (owner: string) => Pose;
  readonly isCueOn: (body: Body) => boolean;
}

/** What acts on the bodies of a scene just then. */
export function inputsOfBodies(
  { owners, setting }: BodiesProgram,
  controls: { readonly range: (values: ControlValues, id: string) => number },
  { stage, poseOf, isCueOn }: ActingOnBodies,
): RigidInputs {
  const inputs = new Float64Array(inputOf(setting.rigids.length));
  inputs[INPUT.wind] = Math.fround(windOn(setting, controls.range(stage, WIND)));
  inputs[INPUT.again] = controls.range(stage, AGAIN) > 0.5 ? 1 : 0;
  for (const { owner, parts, place, bodies } of owners) {
    const pose = poseOf(owner);
    const places = placesOf(parts, place, pose);
    const list = partsOf(parts);
    for (const { body, pieces, first } of bodies) {
      writeTargets(pieces, first, places, pose, inputs);
      const present = isSeenIn(list, pose, body.part) ? 1 : 0;
      const holds = controls.range(stage, heldControlId(body.id)) > 0.5;
      const held = holds !== isCueOn(body) ? 1 : 0;
      pieces.forEach((_, at) => {
        inputs[inputOf(first + at) + INPUT.present] = present;
        inputs[inputOf(first + at) + INPUT.held] = held;
      });
    }
  }
  return inputs;
}

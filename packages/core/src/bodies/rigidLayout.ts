import type { Collider, RigidBody, World } from '@dimforge/rapier2d-deterministic-compat';
import { BODY_LAYERS } from './body';
import type { PhysicsEngine } from './engine';
import {
  INPUT,
  inputOf,
  unitOf,
  type Rigid,
  type RigidInputs,
  type RigidLink,
  type RigidSetting,
} from './rigid';

const EDGE_FRICTION = 0.7;
/** Two that stand deeper in each other than this when all begins pass through each other; shares of the smaller one. */
const EMBEDDED = 0.25;

/** What of a world is the same at all of its steps, and in all that are made from its states. */
export interface RigidLayout {
  /** Of each rigid piece in turn. */
  readonly handles: readonly number[];
  readonly types: { readonly performed: number; readonly loose: number };
  /** Pairs of pieces that pass through each other, since they stood inside each other when all began. */
  readonly embedded: ReadonlySet<string>;
  /** Moves a world with this layout on by one step. */
  readonly step: (world: World) => void;
}

/** Puts all into an empty world, where it stands at a step. */
export function layOut(
  engine: PhysicsEngine,
  world: World,
  setting: RigidSetting,
  inputs: RigidInputs,
): RigidLayout {
  const placed = setting.rigids.map((rigid, at) => {
    const body = world.createRigidBody(bodyOf(engine, rigid, placeOf(setting, inputs, at)));
    return { rigid, body, colliders: addColliders(engine, world, setting, rigid, body) };
  });
  addEdges(engine, world, setting);
  const stage = world.createRigidBody(engine.RigidBodyDesc.fixed());
  for (const link of setting.links) {
    const [from, to] = [placed[link.from]!.body, link.to === null ? stage : placed[link.to]!.body];
    const joint = world.createImpulseJoint(jointOf(engine, setting, link), from, to, true);
    joint.setContactsEnabled(false);
  }
  // Colliders know what lies where only after a step of no length.
  world.propagateModifiedBodyPositionsToColliders();
  const embedded = embeddedPairs(placed);
  const { KinematicPositionBased, Dynamic } = engine.RigidBodyType;
  return {
    handles: placed.map(({ body }) => body.handle),
    types: { performed: KinematicPositionBased, loose: Dynamic },
    embedded,
    step: embedded.size > 0 ? stepPassing(engine, placed, embedded) : (one) => one.step(),
  };
}

interface Placed {
  readonly rigid: Rigid;
  readonly body: RigidBody;
  readonly colliders: readonly Collider[];
}

function placeOf(setting: RigidSetting, inputs: RigidInputs, at: number) {
  const [unit, from] = [unitOf(setting), inputOf(at)];
  return {
    x: inputs[from + INPUT.x]! / unit,
    y: inputs[from + INPUT.y]! / unit,
    turn: inputs[from + INPUT.turn]!,
  };
}

function bodyOf(
  { RigidBodyDesc: Description }: PhysicsEngine,
  { body }: Rigid,
  { x, y, turn }: ReturnType<typeof placeOf>,
) {
  const description =
    body.kind === 'solid'
      ? Description.kinematicPositionBased()
      : body.kind === 'fixed'
        ? Description.fixed()
        : Description.dynamic();
  // What is small and fast must not fall through what is thin.
  return description
    .setTranslation(x, y)
    .setRotation(turn)
    .setGravityScale(body.gravity)
    .setCcdEnabled(body.kind === 'loose');
}

function addColliders(
  { ColliderDesc: Description, CoefficientCombineRule: Rule }: PhysicsEngine,
  world: World,
  setting: RigidSetting,
  { body, shape }: Rigid,
  rigid: RigidBody,
): Collider[] {
  const unit = unitOf(setting);
  const descriptions =
    shape.kind === 'circle'
      ? [Description.ball(shape.radius / unit)]
      : shape.pieces.flatMap((piece) => Description.convexHull(piece.map((at) => at / unit)) ?? []);
  // Edges are in all layers.
  const layers = body.kind === 'through' ? 0 : body.layers;
  return descriptions.map((description) =>
    world.createCollider(
      description
        .setDensity(1000 * body.density)
        .setRestitution(body.bounce)
        .setRestitutionCombineRule(Rule.Max)
        .setFriction(body.friction)
        .setFrictionCombineRule(Rule.Min)
        .setCollisionGroups((layers << 16) | layers),
      rigid,
    ),
  );
}

function addEdges(
  { ColliderDesc: Description }: PhysicsEngine,
  world: World,
  { width, height, edges, ...setting }: RigidSetting,
): void {
  const unit = unitOf({ height, ...setting });
  const all = 2 ** BODY_LAYERS - 1;
  const sides = [
    { on: edges.left, at: { x: 0, y: 0 }, inwards: { x: 1, y: 0 } },
    { on: edges.right, at: { x: width / unit, y: 0 }, inwards: { x: -1, y: 0 } },
    { on: edges.top, at: { x: 0, y: 0 }, inwards: { x: 0, y: 1 } },
    { on: edges.bottom, at: { x: 0, y: height / unit }, inwards: { x: 0, y: -1 } },
  ];
  for (const { on, at, inwards } of sides) {
    if (!on) continue;
    world.createCollider(
      Description.halfspace(inwards)
        .setTranslation(at.x, at.y)
        .setFriction(EDGE_FRICTION)
        .setCollisionGroups((all << 16) | all),
    );
  }
}

function jointOf({ JointData: Joint }: PhysicsEngine, setting: RigidSetting, link: RigidLink) {
  const unit = unitOf(setting);
  const [from, to] = [link.fromAt, link.toAt].map(({ x, y }) => ({ x: x / unit, y: y / unit }));
  return link.kind === 'hinge'
    ? Joint.revolute(from!, to!)
    : Joint.rope(link.length / unit, from!, to!);
}

const pairOf = (one: number, other: number) =>
  one < other ? `${one} ${other}` : `${other} ${one}`;

/** Pairs of pieces that stand inside each other, by their numbers. */
function embeddedPairs(placed: readonly Placed[]): ReadonlySet<string> {
  const found = new Set<string>();
  const circles = placed.map(({ colliders }) => around(colliders));
  placed.forEach((one, at) => {
    placed.slice(at + 1).forEach((other, further) => {
      const next = at + 1 + further;
      if ((one.rigid.body.layers & other.rigid.body.layers) === 0) return;
      if (!one.body.isDynamic() && !other.body.isDynamic()) return;
      const [near, far] = [circles[at]!, circles[next]!];
      const apart = Math.hypot(near.x - far.x, near.y - far.y);
      if (apart > near.reach + far.reach) return;
      const deep = EMBEDDED * 2 * Math.min(near.reach, far.reach);
      const touches = one.colliders.some((a) =>
        other.colliders.some((b) => (a.contactCollider(b, 0)?.distance ?? 0) < -deep),
      );
      if (touches) found.add(pairOf(at, next));
    });
  });
  return found;
}

/** A circle about some colliders. */
function around(colliders: readonly Collider[]) {
  const corners = colliders.flatMap((collider) => {
    const { x, y } = collider.translation();
    const points = collider.vertices() as Float32Array | undefined;
    const radius = points ? 0 : collider.radius();
    if (!points)
      return [
        { x: x - radius, y: y - radius },
        { x: x + radius, y: y + radius },
      ];
    const [cosine, sine] = [Math.cos(collider.rotation()), Math.sin(collider.rotation())];
    return Array.from({ length: points.length / 2 }, (_, at) => {
      const [across, down] = [points[2 * at]!, points[2 * at + 1]!];
      return { x: x + cosine * across - sine * down, y: y + sine * across + cosine * down };
    });
  });
  const [left, top] = [
    Math.min(...corners.map((at) => at.x)),
    Math.min(...corners.map((at) => at.y)),
  ];
  const [right, bottom] = [
    Math.max(...corners.map((at) => at.x)),
    Math.max(...corners.map((at) => at.y)),
  ];
  const reach = Math.hypot(right - left, bottom - top) / 2;
  return { x: (left + right) / 2, y: (top + bottom) / 2, reach };
}

/** A step in which some pairs pass through each other. */
function stepPassing(
  engine: PhysicsEngine,
  placed: readonly Placed[],
  embedded: ReadonlySet<string>,
): RigidLayout['step'] {
  const owners = new Map<number, number>();
  placed.forEach(({ colliders }, at) => {
    for (const collider of colliders) {
      owners.set(collider.handle, at);
      collider.setActiveHooks(engine.ActiveHooks.FILTER_CONTACT_PAIRS);
    }
  });
  // Without a queue of events the engine asks nobody.
  const events = new engine.EventQueue(true);
  const hooks: NonNullable<Parameters<World['step']>[1]> = {
    filterContactPair(one, other) {
      const [own, its] = [owners.get(one), owners.get(other)];
      const passes = own !== undefined && its !== undefined && embedded.has(pairOf(own, its));
      return passes ? null : engine.SolverFlags.COMPUTE_IMPULSE;
    },
    filterIntersectionPair: () => true,
  };
  return (world) => world.step(events, hooks);
}

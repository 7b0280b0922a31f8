import { cornersOf, MOST_BODIES, USUAL_BODY, type Body, type BodyKind, type Link } from '../bodies';
import type { Outline } from '../mesh';
import { inOrder, inTable, withoutRecord, type Records } from '../records';
import { STAGE, type Scene } from './scene';
import { heldControlId } from './stageControls';

/** A part that may become a body. */
export interface BodyPart {
  /** Id of a cast member, or STAGE for a thing of the backdrop. */
  readonly member: string;
  readonly part: string;
  readonly name: string;
}

/** A body as it is first made: with the outline of its drawing, or a box where none was found. */
export function newBody(
  { member, part, name }: BodyPart,
  kind: BodyKind,
  outline: Outline | null,
): Omit<Body, 'id' | 'order'> {
  const corners = outline && cornersOf(outline);
  return {
    ...USUAL_BODY,
    ...{ name, member, part, kind },
    shape: corners ? { kind: 'outline', corners } : { kind: 'box' },
    // What springs stands where it was drawn, and what hangs on somebody is held.
    gravity: kind === 'springy' ? 0 : 1,
    held: kind === 'loose' && member !== STAGE,
  };
}

/** A scene with one more body; one that is full, or where the part is a body already, stays as it is. */
export function withBody(scene: Scene, id: string, body: Omit<Body, 'id' | 'order'>): Scene {
  const all = inOrder(scene.bodies);
  const known = all.some(({ member, part }) => member === body.member && part === body.part);
  if (known || all.length >= MOST_BODIES) return scene;
  return { ...scene, bodies: inTable<Body>([...all, { ...body, id }]) };
}

/** A scene without a body, and without the keys and links that it had. */
export function withoutBody(scene: Scene, id: string): Scene {
  const keys = Object.values(scene.keys)
    .filter(({ member, control }) => member === STAGE && control === heldControlId(id))
    .reduce((table, track) => withoutRecord(table, track.id), scene.keys);
  const links = Object.values(scene.links)
    .filter(({ from, to }) => from.body === id || to.body === id)
    .reduce<Records<Link>>((table, link) => withoutRecord(table, link.id), scene.links);
  return { ...scene, keys, links, bodies: withoutRecord(scene.bodies, id) };
}

/** A scene without the bodies of a cast member, or of the backdrop. */
export function withoutBodiesOf(scene: Scene, member: string): Scene {
  return Object.values(scene.bodies)
    .filter((body) => body.member === member)
    .reduce((left, { id }) => withoutBody(left, id), scene);
}

/** Links on a stage of another size: what holds them to the stage is at the same share of it. */
export function linksOnResizedStage(
  links: Scene['links'],
  from: StageSize,
  to: StageSize,
): Scene['links'] {
  const [across, down] = [to.width / from.width, to.height / from.height];
  const moved = (link: Link): Link =>
    link.to.body === null
      ? { ...link, to: { body: null, at: { x: link.to.at.x * across, y: link.to.at.y * down } } }
      : link;
  return Object.fromEntries(Object.entries(links).map(([id, link]) => [id, moved(link)]));
}

type StageSize = Pick<Scene['stage'], 'width' | 'height'>;

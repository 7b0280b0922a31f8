import type { Character } from '@cruvo/core/character';
import { branchOf, partsOf } from '@cruvo/core/character';
import { emitterOf, type Emitter } from '@cruvo/core/particles';
import {
  newBody,
  STAGE,
  withBody,
  withEmitter,
  type Backdrop,
  type BodyPart,
  type Scene,
} from '@cruvo/core/scene';
import { loadImages, tracerFor } from '@cruvo/film/images';
import type { BodyKind } from '@cruvo/core/bodies';
import type { SeedServices } from './files';

/** Whose parts bodies are. */
export type Drawn = Pick<Character | Backdrop, 'parts' | 'drawings'>;

/** Makes a part a body, with the outline of its drawing. */
export async function withTracedBody(
  { media }: Pick<SeedServices, 'media'>,
  scene: Scene,
  { parts, drawings }: Drawn,
  body: BodyPart & { readonly kind: BodyKind; readonly id: string },
): Promise<Scene> {
  const images = await loadImages(Object.values(drawings), (hash) => media.readAll(hash));
  const branch = branchOf(partsOf({ parts }), body.part).map(({ id }) => id);
  const outline = tracerFor(images)({ parts, drawings })(branch, true);
  return withBody(scene, body.id, newBody(body, body.kind, outline));
}

/** Makes all that is drawn of a cast member solid, so that what flies meets it. */
export async function withSolidMember(
  services: SeedServices,
  scene: Scene,
  member: string,
  character: Character,
): Promise<Scene> {
  const drawn = partsOf(character).filter(({ drawing, hidden }) => drawing !== null && !hidden);
  let made = scene;
  for (const { id, name } of drawn) {
    const body = { id: `${member}-${id.replaceAll(/[^\w]+/g, '-')}`, member, part: id, name };
    made = await withTracedBody(services, made, character, { ...body, kind: 'solid' });
  }
  return made;
}

/** A mug on the sill of the lamp room that an arm can knock down, and the steam above it. */
export async function withMug(
  services: SeedServices,
  scene: Scene,
  isbel: Character,
): Promise<Scene> {
  const backdrop = scene.backdrop!;
  const named = (drawn: Drawn, name: string) =>
    Object.values(drawn.parts).find((part) => part.name === name)!.id;
  const thing = (name: string, kind: BodyKind) => {
    return { id: name, kind, member: STAGE, part: named(backdrop, name), name };
  };
  const arm = (side: string) => {
    const name = `arm ${side}`;
    const id = `arm-${side}`;
    return { id, kind: 'solid' as const, member: 'isbel', part: named(isbel, name), name };
  };
  const bodies = [
    [backdrop, thing('mug', 'loose')],
    [backdrop, thing('sill', 'fixed')],
    [backdrop, thing('barometer', 'loose')],
    [isbel, arm('right')],
    [isbel, arm('left')],
  ] as const;
  let made = scene;
  for (const [drawn, body] of bodies) made = await withTracedBody(services, made, drawn, body);
  return {
    ...made,
    emitters: withEmitter(made.emitters, 'steam', steam(scene)),
    // What is thrown off the sill stays in the room.
    physics: { ...made.physics, edges: { ...made.physics.edges, left: true, right: true } },
  };
}

function steam({ stage, backdrop }: Scene): Omit<Emitter, 'id' | 'order'> {
  const mug = Object.values(backdrop!.parts).find(({ name }) => name === 'mug')!.id;
  const plain = emitterOf('bubbles', stage, 8);
  return {
    ...plain,
    name: 'Steam',
    ...{ source: { kind: 'part', member: STAGE, part: mug }, depth: { kind: 'behind' } },
    ...{ rate: 9, burst: 0 },
    style: {
      ...plain.style,
      ...{ looks: ['dot'], colors: ['#e9efe9'], opacity: 0.16, fadeIn: 0.3, fadeOut: 0.6 },
      ...{ size: { mean: 26, spread: 0.4 }, life: { mean: 2, spread: 0.3 } },
      ...{ speed: { mean: 70, spread: 0.3 }, direction: -Math.PI / 2, fan: 0.25 },
      ...{ gravity: -0.03, wind: 0.2, drag: 0.6, turbulence: 40, meeting: 'nothing' },
    },
  };
}

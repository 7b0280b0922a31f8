import { plainLayer, type ArtworkLayer } from '../character/artwork';
import { USUAL_BODY, type Body, type PhysicsEngine } from '../bodies';
import { boundsOfPart } from '../character/bounds';
import { partsOf } from '../character/partList';
import { Digest } from '../frame';
import { EASINGS, emptyTrack, withKey, withKeyChanged, withTrack, type KeyTrack } from '../keys';
import { compile, type SceneMaterial } from '../program/compile';
import { SceneBodies } from '../program/sceneBodies';
import { Player } from '../program/player';
import { inTable } from '../records';
import { backdropOf, type Backdrop } from '../scene/backdrop';
import { STAGE, type Scene } from '../scene/scene';
import { FLICKS_PER_SECOND, toFlicks } from '../time';

/** The picture of a ball and of the bar that sweeps them, SVG text by the names that drawings give. */
export const HEAP_PICTURES: ReadonlyMap<string, string> = new Map([
  [
    'ball',
    picture(
      '<circle cx="50" cy="50" r="48" fill="#b9583f"/><path fill="#fff" d="M46 8h8v84h-8z"/>',
    ),
  ],
  ['bar', picture('<rect width="100" height="100" fill="#33414a"/>')],
]);

function picture(inside: string): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100" viewBox="0 0 100 100">${inside}</svg>`;
}

/** Seconds between the turning points of the bar. */
const SWEEP = 2.5;

/**
 * A scene in which so many balls and boxes fall onto each other and onto the cast, and a bar sweeps through them.
 *
 * @param material any scene: its cast becomes solid
 * @param seconds for which the bar sweeps
 */
export function withHeap(material: SceneMaterial, count: number, seconds: number): SceneMaterial {
  const { scene } = material;
  const { width, height } = scene.stage;
  const across = Math.ceil(Math.sqrt((count * width) / height));
  const size = (0.42 * width) / across;
  const things = Array.from({ length: count }, (_, at): ArtworkLayer => {
    const [column, row] = [at % across, Math.floor(at / across)];
    const place = {
      x: (column * width) / across,
      y: row * size * 1.6 - height,
      width: size,
      height: size,
    };
    return plainLayer(`ball ${at}`, { kind: 'vector', media: 'ball', ...place });
  });
  const bar = plainLayer('bar', {
    ...{ kind: 'vector', media: 'bar', x: 0.45 * width, y: 0.72 * height },
    ...{ width: 0.1 * width, height: 0.05 * height },
  });
  const artwork = { width, height, layers: [...things, bar], notes: [], flat: null };
  const backdrop = backdropOf('Heap', artwork, scene.stage);
  const heaped = { ...scene, backdrop, length: toFlicks(Math.max(seconds, 4)) };
  const bodies = inTable<Body>([...bodiesOfHeap(backdrop), ...bodiesOfCast(material)]);
  const edges = { left: true, right: true, top: false, bottom: true };
  return {
    ...material,
    scene: {
      ...heaped,
      bodies,
      keys: sweeping(scene.keys, partNamed(backdrop, 'bar'), seconds),
      physics: { ...scene.physics, edges, settled: false },
    },
  };
}

const partNamed = ({ parts }: Backdrop, wanted: string) =>
  Object.values(parts).find(({ name }) => name === wanted)!.id;

function bodiesOfHeap(backdrop: Backdrop): Omit<Body, 'order'>[] {
  return partsOf(backdrop).map(({ id, name }, at): Omit<Body, 'order'> => ({
    ...{ ...USUAL_BODY, id: `heap-${at}`, name, member: STAGE, part: id },
    kind: name === 'bar' ? 'solid' : 'loose',
    shape: { kind: at % 3 === 0 ? 'box' : 'circle' },
  }));
}

function bodiesOfCast({ scene, characters }: SceneMaterial): Omit<Body, 'order'>[] {
  return Object.values(scene.cast).flatMap(({ id, character }) => {
    const body = characters.get(character);
    const drawn = body
      ? partsOf(body)
          .filter(({ drawing }) => drawing !== null)
          .slice(0, 3)
      : [];
    return drawn
      .filter((part) => boundsOfPart(body!, part.id) !== null)
      .map((part, at): Omit<Body, 'order'> => ({
        ...{ ...USUAL_BODY, id: `${id}-${at}`, name: part.name, member: id, part: part.id },
        ...{ kind: 'solid', shape: { kind: 'box' } },
      }));
  });
}

function sweeping(keys: Scene['keys'], part: string, seconds: number): Scene['keys'] {
  const control = `thing.${part.replaceAll('/', '|')}.across`;
  let track: KeyTrack = emptyTrack('sweep', STAGE, control);
  for (let at = 0; at * SWEEP <= seconds; at++) {
    const time = toFlicks(at * SWEEP);
    track = withKeyChanged(withKey(track, time, at % 2 === 0 ? -1 : 1), time, {
      easing: EASINGS.even,
    });
  }
  return withTrack(keys, track);
}

/** A digest of where all bodies are at each whole second of a scene, to the bit. */
export function fallenDigests(
  material: SceneMaterial,
  engine: PhysicsEngine,
  seconds: number,
): number[] {
  const program = compile({ ...material, engine });
  const player = new Player(program);
  const bodies = new SceneBodies(() => program, {
    stageAt: (time) => player.valuesAt(STAGE, time)!,
    poseAt: (owner, time) => player.performedPoseAt(owner, time),
    isCueOn: () => false,
  });
  return Array.from({ length: seconds }, (_, at) => {
    const digest = new Digest();
    for (const value of bodies.placesAt((at + 1) * FLICKS_PER_SECOND)) digest.number(value);
    return digest.value;
  });
}

import { physicsFor } from '@cruvo/core/bodies';
import { type Character, type Drawing, itemsOf, poseAtRest } from '@cruvo/core/character';
import type { Frame } from '@cruvo/core/frame';
import { IDENTITY } from '@cruvo/core/geometry';
import { Player, compile } from '@cruvo/core/program';
import type { Scene } from '@cruvo/core/scene';
import { canvasOf, drawingsOf, loadImages, nodePainter } from '@cruvo/film/images';

/** Counts up when posters of the same documents come to look otherwise. */
export const POSTER_VERSION = 2;

const SIZE = { width: 640, height: 360 };

/** What a poster shows, and all drawings that it may need. */
export interface Poster {
  readonly frame: Frame;
  readonly drawings: readonly Drawing[];
}

/** A scene before anybody speaks: nothing of its lines is needed for that. */
export async function scenePoster(
  scene: Scene,
  characters: ReadonlyMap<string, Character>,
): Promise<Poster> {
  const silent = { ...scene, lines: {} };
  const engine = await physicsFor(scene);
  const program = compile({ scene: silent, characters, tracks: new Map(), engine });
  return { frame: new Player(program).seek(0), drawings: drawingsOf(program) };
}

/** A character at rest on nothing. */
export function characterPoster(character: Character): Poster {
  const { width, height, drawings } = character;
  const items = itemsOf(character, IDENTITY, poseAtRest(character));
  return {
    frame: { width, height, background: null, items },
    drawings: Object.values(drawings),
  };
}

/** A poster as a PNG. */
export async function paintPoster(
  { frame, drawings }: Poster,
  read: (media: string) => Promise<Buffer>,
): Promise<Buffer> {
  const images = await loadImages(drawings, read);
  return canvasOf(nodePainter.paintFrame(frame, images, SIZE), SIZE).encode('png');
}

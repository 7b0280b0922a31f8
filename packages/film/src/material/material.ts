import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { physicsFor } from '@cruvo/core/bodies';
import type { Character } from '@cruvo/core/character';
import { readRecording, type PassRecording } from '@cruvo/core/passes';
import { compile, fontsOf, type Program } from '@cruvo/core/program';
import { heardLines, heardVoice, linesOf, placedSound, type Scene } from '@cruvo/core/scene';
import { readTrack, type VoiceTrack } from '@cruvo/core/speech';
import { loadTypefaces } from '@cruvo/media/lettering';
import type { KeptContent } from '@cruvo/media/productionFile';
import { drawingsOf, loadImages, type NodeImages } from '../images';
import type { FilmSound } from '../render';

/** What a film is made from. */
export interface FilmMaterial {
  readonly scene: Scene;
  /** Characters by document id. */
  readonly characters: Readonly<Record<string, Character>>;
}

/** Makes a scene ready to be played. @throws Problem where something that it needs is not there */
export async function programOf(
  { scene, characters }: FilmMaterial,
  content: KeptContent,
): Promise<Program> {
  const tracks = new Map<string, VoiceTrack>();
  for (const { track } of linesOf(scene)) {
    if (track !== null) tracks.set(track, readTrack(await content.track(track)));
  }
  const recordings = new Map<string, PassRecording>();
  for (const { recording } of Object.values(scene.takes)) {
    if (!recordings.has(recording)) {
      recordings.set(recording, readRecording(await content.track(recording)));
    }
  }
  const typefaces = await loadTypefaces(fontsOf(scene));
  return compile({
    ...{ scene, characters: new Map(Object.entries(characters)), tracks },
    ...{ recordings, typefaces, engine: await physicsFor(scene) },
  });
}

/** The pictures of all that is seen in a scene. */
export async function imagesOf(program: Program, content: KeptContent): Promise<NodeImages> {
  return loadImages(drawingsOf(program), async (hash) => buffer(await content.media(hash)));
}

/** Fetches the voices of a scene. @param folder where they are written */
export async function voicesOf(
  { scene }: Program,
  content: KeptContent,
  folder: string,
): Promise<FilmSound[]> {
  return Promise.all(
    heardLines(scene).map(async (line, at) => {
      const path = join(folder, `${at}.wav`);
      const voice = await content.media(heardVoice(line)!.working);
      await pipeline(voice, createWriteStream(path));
      return { path, name: line.name, ...placedSound(line) };
    }),
  );
}

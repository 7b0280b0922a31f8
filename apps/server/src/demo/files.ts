import { createReadStream } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  type Artwork,
  type Character,
  characterFromArtwork,
  setUpBody,
} from '@cruvo/core/character';
import type { OwnPronunciation, Voice } from '@cruvo/core/scene';
import { ENGLISH, writeTrack } from '@cruvo/core/speech';
import { prepareScriptHere } from '@cruvo/media/speech';
import { loadImages, tracerFor } from '@cruvo/film/images';
import { inTempFolder } from '@cruvo/media/tools';
import { analyseWorkingVoice } from '@cruvo/media/voice';
import type { Services } from '../app';

export type SeedServices = Pick<Services, 'documents' | 'media' | 'intake' | 'tracks'>;

const FOLDER = new URL('../../../../demo/saltmarsh/', import.meta.url);

/** Names of the cast, which no dictionary has. */
export const OWN_NAMES: readonly OwnPronunciation[] = [{ word: 'Isbel', like: 'iz bell' }];

export const demoFile = (name: string) => new URL(name, FOLDER);

export const demoText = async (name: string) => (await readFile(demoFile(name), 'utf8')).trim();

/** Takes a voice of the demo in. */
export function demoVoice({ intake }: SeedServices, file: string): Promise<Voice> {
  const name = file.slice(file.lastIndexOf('/') + 1);
  return intake.take('voice', name, createReadStream(demoFile(file)));
}

/** A character of the demo, with all that its body can do by itself. */
export async function demoCharacter(services: SeedServices, name: string): Promise<Character> {
  const artwork = await demoArtwork(services, `${name.toLowerCase()}.svg`);
  const plain = characterFromArtwork(name, artwork);
  const images = await loadImages(Object.values(plain.drawings), (media) =>
    services.media.readAll(media),
  );
  return setUpBody(plain, tracerFor(images));
}

export async function demoArtwork({ intake }: SeedServices, file: string): Promise<Artwork> {
  const source = createReadStream(demoFile(file));
  const brought = await intake.take('artwork', file, source);
  if (!('artwork' in brought)) throw new Error(`“${file}” holds no artwork.`);
  return brought.artwork;
}

/** Hears a voice with its script. @returns the id of the track */
export async function hear(
  { media, tracks }: SeedServices,
  working: string,
  script: string,
): Promise<string> {
  return inTempFolder(async (folder) => {
    const path = join(folder, 'voice.wav');
    await writeFile(path, await media.readAll(working));
    const prepared = await prepareScriptHere(script, ENGLISH, OWN_NAMES);
    return tracks.write(
      writeTrack(await analyseWorkingVoice(path, { script: prepared, channel: 'both' })),
    );
  });
}

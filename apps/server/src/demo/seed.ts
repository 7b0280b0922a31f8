import { createReadStream } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Artwork, type Character, characterFromArtwork } from '@cruvo/core/character';
import {
  backdropOf,
  type OwnPronunciation,
  PRODUCTION_VERSION,
  type Scene,
  starterScene,
} from '@cruvo/core/scene';
import { ENGLISH, writeTrack } from '@cruvo/core/speech';
import { frameCount, frameStart, toFlicks } from '@cruvo/core/time';
import { withRecord } from '@cruvo/core/records';
import { prepareScriptHere } from '@cruvo/media/speech';
import { inTempFolder } from '@cruvo/media/tools';
import { analyseWorkingVoice } from '@cruvo/media/voice';
import type { Services } from '../app';

/** Fixed, so that seeding a second time finds the demo already there. */
export const DEMO = {
  production: '5a17ba45-0000-4000-8000-000000000001',
  scene: '5a17ba45-0000-4000-8000-000000000002',
  isbel: '5a17ba45-0000-4000-8000-000000000003',
  corrigan: '5a17ba45-0000-4000-8000-000000000004',
  wick: '5a17ba45-0000-4000-8000-000000000005',
};

const FOLDER = new URL('../../../../demo/saltmarsh/', import.meta.url);
/** Quiet picture after the last word. */
const ROOM_AFTER = toFlicks(0.8);

/** Names of the cast, which no dictionary has. */
const OWN_NAMES: readonly OwnPronunciation[] = [{ word: 'Isbel', like: 'iz bell' }];

type SeedServices = Pick<Services, 'documents' | 'media' | 'intake' | 'tracks'>;

/** Makes the demo production *Saltmarsh Weather* from its artwork and voice, unless it is there. */
export async function seedDemo(services: SeedServices): Promise<void> {
  const present = await services.documents.list({ kind: 'production' });
  if (present.some(({ id }) => id === DEMO.production)) return;
  const isbel = await drawn(services, 'Isbel');
  const voice = await services.intake.take(
    'voice',
    'isbel-bulletin.flac',
    createReadStream(new URL('isbel-bulletin.flac', FOLDER)),
  );
  const starter = starterScene({
    name: 'The evening bulletin',
    characterId: DEMO.isbel,
    character: isbel,
    voice,
    memberId: 'isbel',
    lineId: 'bulletin',
  });
  const script = (await readFile(new URL('isbel-bulletin.txt', FOLDER), 'utf8')).trim();
  const track = await hear(services, voice.working, script);
  const scene: Scene = {
    ...starter,
    length: frameStart(frameCount(voice.duration + ROOM_AFTER, '24'), '24'),
    stage: { ...starter.stage, background: '#33414a' },
    backdrop: backdropOf('Lamp room', await artwork(services, 'lamp-room.svg'), starter.stage),
    cast: withRecord(starter.cast, 'isbel', (member) => ({ ...member, scale: 1, y: 1100 })),
    lines: withRecord(starter.lines, 'bulletin', (line) => ({ ...line, script, track })),
  };
  await services.documents.createProduction(DEMO.production, [
    {
      id: DEMO.production,
      kind: 'production',
      body: {
        schemaVersion: PRODUCTION_VERSION,
        name: 'Saltmarsh Weather',
        pronunciations: OWN_NAMES,
      },
    },
    { id: DEMO.isbel, kind: 'character', body: isbel },
    { id: DEMO.corrigan, kind: 'character', body: await drawn(services, 'Corrigan') },
    { id: DEMO.wick, kind: 'character', body: await drawn(services, 'Wick') },
    { id: DEMO.scene, kind: 'scene', body: scene },
  ]);
}

async function drawn(services: SeedServices, name: string): Promise<Character> {
  return characterFromArtwork(name, await artwork(services, `${name.toLowerCase()}.svg`));
}

async function artwork({ intake }: SeedServices, file: string): Promise<Artwork> {
  const source = createReadStream(new URL(file, FOLDER));
  const brought = await intake.take('artwork', file, source);
  if (!('artwork' in brought)) throw new Error(`“${file}” holds no artwork.`);
  return brought.artwork;
}

async function hear(
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

import { withPerformance } from '@cruvo/core/performance';
import { backdropOf, emptyProduction, starterScene, USUAL_PERFORMANCE } from '@cruvo/core/scene';
import { frameCount, frameStart, toFlicks } from '@cruvo/core/time';
import { withRecord } from '@cruvo/core/records';
import { withCrest, withGlow } from './reacting';
import { fogDialogue } from './dialogue';
import { DEMO } from './ids';
import { stormScene, withDrizzle } from './weather';
import { withMug } from './falling';
import { performedBulletin, withCues } from './performed';
import {
  demoArtwork,
  demoCharacter,
  demoText,
  demoVoice,
  hear,
  OWN_NAMES,
  type SeedServices,
} from './files';

/** Quiet picture after the last word. */
const ROOM_AFTER = toFlicks(0.8);

/** Makes the demo production *Saltmarsh Weather* from its artwork and voice, unless it is there. */
export async function seedDemo(services: SeedServices): Promise<void> {
  // Not again either where somebody has deleted it.
  if (await services.documents.isKnown(DEMO.production)) return;
  const [plainIsbel, corrigan, wick] = await Promise.all(
    ['Isbel', 'Corrigan', 'Wick'].map((name) => demoCharacter(services, name)),
  );
  const isbel = withCues(plainIsbel!);
  const lantern = withGlow(wick!);
  const heron = withCrest(corrigan!);
  const voice = await demoVoice(services, 'isbel-bulletin.flac');
  const starter = starterScene({
    name: 'The evening bulletin',
    characterId: DEMO.isbel,
    character: isbel,
    voice,
    memberId: 'isbel',
    lineId: 'bulletin',
  });
  const script = await demoText('isbel-bulletin.txt');
  const track = await hear(services, voice.working, script);
  const plain = withDrizzle({
    ...starter,
    length: frameStart(frameCount(voice.duration + ROOM_AFTER, '24'), '24'),
    stage: { ...starter.stage, background: '#33414a' },
    backdrop: backdropOf('Lamp room', await demoArtwork(services, 'lamp-room.svg'), starter.stage),
    cast: withRecord(starter.cast, 'isbel', (member) => ({ ...member, scale: 1, y: 1100 })),
    lines: withRecord(starter.lines, 'bulletin', (line) => ({ ...line, script, track })),
  });
  const scene = await withMug(services, plain, isbel);
  const dialogue = await fogDialogue(services, [
    { id: DEMO.isbel, body: isbel },
    { id: DEMO.corrigan, body: heron },
    { id: DEMO.wick, body: lantern },
  ]);
  const storm = await stormScene(services, { id: DEMO.corrigan, body: heron });
  const performed = await performedBulletin(services, scene, isbel);
  const alive = withPerformance(scene, 'isbel', isbel, USUAL_PERFORMANCE);
  await services.documents.createProduction(DEMO.production, [
    {
      id: DEMO.production,
      kind: 'production',
      body: {
        ...emptyProduction('Saltmarsh Weather'),
        pronunciations: OWN_NAMES,
      },
    },
    { id: DEMO.isbel, kind: 'character', body: isbel },
    { id: DEMO.corrigan, kind: 'character', body: heron },
    { id: DEMO.wick, kind: 'character', body: lantern },
    { id: DEMO.scene, kind: 'scene', body: alive },
    { id: DEMO.dialogue, kind: 'scene', body: dialogue },
    { id: DEMO.storm, kind: 'scene', body: storm },
    { id: DEMO.performed, kind: 'scene', body: performed },
  ]);
}

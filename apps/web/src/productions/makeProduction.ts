import { type Picture, characterFromTwoDrawings } from '@cruvo/core/character';
import { withRecord } from '@cruvo/core/records';
import { emptyProduction, nameOfFile, starterScene, type Voice } from '@cruvo/core/scene';
import { ENGLISH } from '@cruvo/core/speech';
import { createProduction } from '../api/documents';
import { mediaUrl, storeTrack } from '../api/media';
import { asAnalysedVoice, analyseVoice } from '../workers/analyseVoice';

/**
 * Makes a production with one talking character in a scene as long as the voice.
 *
 * @returns the id of the scene
 */
export async function makeProduction(
  name: string,
  parts: { readonly closed: Picture; readonly open: Picture; readonly voice: Voice },
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<string> {
  const url = new URL(mediaUrl(parts.voice.working), location.href).href;
  const aloud = {
    channel: 'both',
    script: null,
    language: ENGLISH,
    own: [],
    stretch: null,
  } as const;
  const { track } = await analyseVoice({ url, ...aloud }, ({ share }) => onProgress(share), signal);
  const heard = await asAnalysedVoice(track);
  await storeTrack(heard.bytes);
  const ids = {
    production: crypto.randomUUID(),
    character: crypto.randomUUID(),
    scene: crypto.randomUUID(),
  };
  const lineId = crypto.randomUUID();
  const character = characterFromTwoDrawings(name, parts.closed, parts.open);
  const starter = starterScene({
    name: nameOfFile(parts.voice.name),
    characterId: ids.character,
    character,
    voice: parts.voice,
    memberId: crypto.randomUUID(),
    lineId,
  });
  const lines = withRecord(starter.lines, lineId, (line) => ({ ...line, track: heard.id }));
  const scene = { ...starter, lines };
  await createProduction(ids.production, [
    { id: ids.production, kind: 'production', body: emptyProduction(name) },
    { id: ids.character, kind: 'character', body: character },
    { id: ids.scene, kind: 'scene', body: scene },
  ]);
  return ids.scene;
}

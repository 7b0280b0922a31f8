import { isVoiced, linesOf, type VoicedLine } from '@cruvo/core/scene';
import { listProductions, readDocumentById } from '../api/documents';

/** All recordings of the production to which a scene belongs, for the simulated microphone. */
export async function recordingsAround(scene: string): Promise<VoicedLine[]> {
  const productions = await listProductions();
  const production = productions.find(({ scenes }) => scenes.some(({ id }) => id === scene));
  const scenes = await Promise.all(
    (production?.scenes ?? []).map(({ id }) => readDocumentById('scene', id)),
  );
  return scenes.flatMap(({ body }) => linesOf(body).filter(isVoiced));
}

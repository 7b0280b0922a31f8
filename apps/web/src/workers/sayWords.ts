import { wrap, type Remote } from 'comlink';
import { Problem } from '@cruvo/core/problem';
import type { VoiceTrack } from '@cruvo/core/speech';
import type { Saying, WordsToSay } from './saying.worker';

let remote: Remote<Saying> | null = null;

/** Has words said evenly, without a voice. The worker stays, since its dictionary takes a while to read. @throws Problem */
export async function sayWords(words: WordsToSay): Promise<VoiceTrack> {
  remote ??= wrap<Saying>(
    new Worker(new URL('./saying.worker.ts', import.meta.url), { type: 'module' }),
  );
  const said = await remote.say(words);
  if ('sentence' in said) throw new Problem(said.code, said.sentence);
  return said;
}

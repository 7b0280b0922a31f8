import type { OwnPronunciation } from '@cruvo/core/scene';
import { ENGLISH, type PreparedScript, type Speller, prepareScript } from '@cruvo/core/speech';
import { sendJson } from '../api/http';

/** What is said, and how its words are. */
export interface ScriptToSay {
  readonly script: string;
  readonly language: string;
  readonly own: readonly OwnPronunciation[];
}

/** A script made ready in a worker: English by the dictionary, the rest by the studio's server. */
export async function readyScript({ script, language, own }: ScriptToSay): Promise<PreparedScript> {
  const dictionary =
    language === ENGLISH ? (await import('cmu-pronouncing-dictionary')).dictionary : null;
  return prepareScript(script, language, { dictionary, own, speller: askServer });
}

const askServer: Speller = async (words, language) => {
  const { sounds } = await sendJson<{ sounds: Record<string, string> }>('POST', '/pronunciations', {
    language,
    words,
  });
  return new Map(Object.entries(sounds));
};

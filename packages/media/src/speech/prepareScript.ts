import type { OwnPronunciation } from '@cruvo/core/scene';
import { ENGLISH, type PreparedScript, prepareScript } from '@cruvo/core/speech';
import { spellWithEspeak } from './espeak';

/** A script made ready on this machine: English by the dictionary, the rest by espeak-ng. */
export async function prepareScriptHere(
  text: string,
  language: string,
  own: readonly OwnPronunciation[] = [],
): Promise<PreparedScript> {
  const dictionary =
    language === ENGLISH ? (await import('cmu-pronouncing-dictionary')).dictionary : null;
  return prepareScript(text, language, { dictionary, own, speller: spellWithEspeak });
}

import { expose } from 'comlink';
import { Problem, type ProblemCode } from '@cruvo/core/problem';
import { type VoiceTrack, textTrack } from '@cruvo/core/speech';
import { readyScript, type ScriptToSay } from './script';

/** Words, and how fast they are said. */
export interface WordsToSay extends ScriptToSay {
  readonly wordsPerMinute?: number;
}

const saying = {
  /** What a voice would do that says the words evenly; failures come as values, since errors lose their code. */
  async say({
    wordsPerMinute,
    ...script
  }: WordsToSay): Promise<VoiceTrack | { code: ProblemCode; sentence: string }> {
    try {
      const { words } = await readyScript(script);
      return textTrack(words, wordsPerMinute);
    } catch (error) {
      if (error instanceof Problem) return { code: error.code, sentence: error.message };
      throw error;
    }
  },
};

export type Saying = typeof saying;

expose(saying);

import { useEffect, useRef, useState } from 'react';
import { sentenceOf } from '@cruvo/core/problem';
import {
  linesOf,
  withVoiceReplaced,
  type Line,
  type OwnPronunciation,
  type Scene,
} from '@cruvo/core/scene';
import { asAnalysedVoice, type AnalysedVoice } from '../../workers/analyseVoice';
import { sayWords } from '../../workers/sayWords';
import { useOpenScene } from '../SceneContext';

/** How long somebody who types must rest before the words are timed, milliseconds. */
const REST_MS = 250;

/** What the timing of a line without a voice depends on. */
const wordingOf = ({ script, language, wordsPerMinute }: Line) =>
  JSON.stringify([script, language, wordsPerMinute]);

/**
 * Times the words of lines without a voice as they are written; mouths set by hand follow their words.
 *
 * @param onTimed takes a line with its new timing
 * @returns why the words of a line can't be timed, by line
 */
export function useTextTiming(
  own: readonly OwnPronunciation[],
  onTimed: (line: Line, timed: AnalysedVoice) => void,
): ReadonlyMap<string, string> {
  const { store, tracks } = useOpenScene();
  const [problems, setProblems] = useState<ReadonlyMap<string, string>>(new Map());
  const timed = useRef<ReadonlyMap<string, string> | null>(null);
  const latest = useRef({ tracks, own, onTimed });
  useEffect(() => {
    latest.current = { tracks, own, onTimed };
  });

  useEffect(() => {
    let leave = lookAt(store.getState().scene);
    const stop = store.subscribe(({ scene }, before) => {
      if (scene.lines === before.scene.lines) return;
      leave();
      leave = lookAt(scene);
    });
    return () => {
      stop();
      leave();
    };

    /** Times what was written anew. @returns what gives that up */
    function lookAt(scene: Scene): () => void {
      const texts = linesOf(scene).filter(({ voice }) => voice === null);
      // Those that were there when the scene was opened have been timed, unless they never were.
      timed.current ??= new Map(
        texts.filter(({ track }) => track !== null).map((line) => [line.id, wordingOf(line)]),
      );
      const known = timed.current;
      const changed = texts.filter((line) => known.get(line.id) !== wordingOf(line));
      if (changed.length === 0) return () => undefined;
      let left = false;
      const timer = setTimeout(() => {
        void (async () => {
          for (const { id } of changed) {
            if (left) return;
            await timeLine(id);
          }
        })();
      }, REST_MS);
      return () => {
        left = true;
        clearTimeout(timer);
      };
    }

    async function timeLine(id: string): Promise<void> {
      const wished = store.getState().scene.lines[id];
      if (!wished || wished.voice !== null || wished.script.trim() === '') return;
      const say = (sentence: string | null) =>
        setProblems((before) => {
          const after = new Map(before);
          after.delete(id);
          return sentence === null ? after : after.set(id, sentence);
        });
      const { script, language, wordsPerMinute } = wished;
      try {
        const words = { script, language, wordsPerMinute, own: latest.current.own };
        const heard = await asAnalysedVoice(await sayWords(words));
        const line = store.getState().scene.lines[id];
        if (!line || line.voice !== null || wordingOf(line) !== wordingOf(wished)) return;
        timed.current = new Map(timed.current).set(id, wordingOf(line));
        say(null);
        if (line.track === heard.id) return;
        const before = line.track === null ? null : (latest.current.tracks.get(line.track) ?? null);
        const { frameRate } = store.getState().scene;
        const made = { voice: null, track: heard.track, id: heard.id };
        latest.current.onTimed(withVoiceReplaced(line, before, made, frameRate).line, heard);
      } catch (error) {
        timed.current = new Map(timed.current).set(id, wordingOf(wished));
        say(sentenceOf(error));
      }
    }
  }, [store]);
  return problems;
}

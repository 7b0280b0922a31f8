import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { controlsOf, mouthState, type Character } from '@cruvo/core/character';
import {
  articulate,
  DEFAULT_FIT,
  type ArticulationOverTime,
  type MouthState,
} from '@cruvo/core/mouth';
import { sentenceOf } from '@cruvo/core/problem';
import { compile, Player, SPEAKER, spokenScene } from '@cruvo/core/program';
import type { OwnPronunciation } from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import { toFlicks } from '@cruvo/core/time';
import { sayWords } from '../workers/sayWords';

/** What the mouth says on the try-out, and how. */
export interface Spoken {
  readonly track: VoiceTrack;
  /** What the mouth does at a time in seconds. */
  readonly mouthAt: (time: number) => MouthState;
  /** What the voice asks of it, whatever the mouth can show. */
  readonly articulation: ArticulationOverTime;
}

/** Has the mouth say typed words or a line, at full speed or slowly, once or over and over. */
export function useSaying(character: Character, own: readonly OwnPronunciation[]) {
  const [track, setTrack] = useState<VoiceTrack | null>(null);
  const [mood, setMood] = useState<string | null>(null);
  const [speed, setSpeed] = useState(1);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const began = useRef<number | null>(null);
  const wanted = useRef(0);
  const heard = useRef<HTMLAudioElement | null>(null);

  const spoken = useMemo(
    () => (track ? spokenBy(character, track, mood) : null),
    [character, track, mood],
  );

  /** @param sound address of the voice that is heard along; null for typed words */
  const start = useCallback((next: VoiceTrack, sound: string | null) => {
    setTrack(next);
    heard.current?.pause();
    heard.current = sound === null ? null : new Audio(sound);
    began.current = performance.now();
    // Where sound is not allowed or not there, the mouth goes on by the clock.
    heard.current?.play().catch(() => (heard.current = null));
  }, []);
  const again = useCallback(() => {
    if (track) start(track, heard.current?.src ?? null);
  }, [track, start]);
  const say = useCallback(
    async (script: string, language: string) => {
      const own_ = ++wanted.current;
      setFailure(null);
      setBusy(true);
      try {
        const next = await sayWords({ script, language, own });
        if (own_ === wanted.current) start(next, null);
      } catch (error) {
        if (own_ === wanted.current) setFailure(sentenceOf(error));
      } finally {
        if (own_ === wanted.current) setBusy(false);
      }
    },
    [own, start],
  );
  const stop = useCallback(() => {
    began.current = null;
    heard.current?.pause();
  }, []);
  useEffect(() => stop, [stop]);

  /** Seconds into what is said; null while nothing is. */
  const timeNow = useCallback((): number | null => {
    if (began.current === null || !spoken) return null;
    const voice = heard.current;
    if (voice) voice.playbackRate = speed;
    const time = voice?.currentTime ?? ((performance.now() - began.current) / 1000) * speed;
    if (time <= spoken.track.duration && !voice?.ended) return time;
    began.current = null;
    return null;
  }, [spoken, speed]);

  return {
    spoken,
    mood,
    setMood,
    speed,
    setSpeed,
    failure,
    busy,
    say,
    start,
    again,
    stop,
    timeNow,
  };
}

export type Saying = ReturnType<typeof useSaying>;

function spokenBy(character: Character, track: VoiceTrack, mood: string | null): Spoken | null {
  const { mouth } = character;
  if (!mouth) return null;
  const set = controlsOf(character);
  const player = new Player(compile(spokenScene(character, track, mood)));
  return {
    track,
    articulation: articulate(track, DEFAULT_FIT),
    mouthAt: (time) => mouthState(set, player.valuesAt(SPEAKER, toFlicks(time))!, mouth),
  };
}

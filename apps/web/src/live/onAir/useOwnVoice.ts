import { useEffect, useMemo, type RefObject } from 'react';
import { mouthOverrides } from '@cruvo/core/character';
import type { ControlOverrides } from '@cruvo/core/controls';
import type { LivePageSettings } from '@cruvo/core/live';
import { DEFAULT_FIT, type MouthState } from '@cruvo/core/mouth';
import type { Program } from '@cruvo/core/program';
import { LiveVoice } from '../liveVoice';

/** How long to wait before a microphone is asked for again that was refused or went, ms. */
const AGAIN_MS = 1500;

/** The microphone of a page that is driven by its own: whoever is seen alone, or else the first of the cast, speaks. */
export function useOwnVoice(
  program: Program,
  { driver, only }: LivePageSettings,
  repaint: RefObject<(() => void) | null>,
) {
  const speaker = program.members.find(({ member }) => only === null || member.id === only);
  const member = speaker?.member.id ?? null;
  const listens = driver !== 'desk' && member !== null;
  const own = useMemo(() => {
    let mouth: MouthState | null = null;
    const voice = new LiveVoice((now, sound) => {
      mouth = now;
      if (sound !== null) repaint.current?.();
    });
    const start = () => {
      const { status } = voice.state.getState();
      if (status === 'off' || status === 'failed') {
        void voice.start({ kind: 'microphone', device: null });
      }
    };
    return {
      ...{ voice, start },
      overrides: (): { readonly member: string; readonly values: ControlOverrides } | null =>
        mouth && member !== null ? { member, values: mouthOverrides(mouth) } : null,
    };
  }, [repaint, member]);
  useEffect(() => {
    if (speaker) own.voice.setMouth(speaker.character.mouth, DEFAULT_FIT);
  }, [own, speaker]);
  useEffect(() => {
    if (!listens) return;
    own.start();
    const again = setInterval(own.start, AGAIN_MS);
    return () => {
      clearInterval(again);
      own.voice.stop();
    };
  }, [own, listens]);
  return useMemo(
    () => ({
      overrides: own.overrides,
      // Browsers may want to be touched before they hear.
      starter: listens ? { onPointerDown: own.start } : {},
    }),
    [own, listens],
  );
}

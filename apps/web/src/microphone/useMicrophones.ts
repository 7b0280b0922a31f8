import { useEffect, useState } from 'react';
import { sentenceOf } from '@cruvo/core/problem';

export interface Microphone {
  /** Empty for whichever the system uses. */
  readonly id: string;
  readonly name: string;
}

const DEFAULT_MICROPHONE: Microphone = { id: '', name: 'The usual microphone' };

/** The microphones there are; browsers tell their names only once one was allowed. */
export function useMicrophones(allowed: boolean): readonly Microphone[] {
  const [found, setFound] = useState<readonly Microphone[]>([DEFAULT_MICROPHONE]);
  useEffect(() => {
    const list = () =>
      void navigator.mediaDevices
        ?.enumerateDevices()
        .then((devices) => {
          const named = devices
            .filter(({ kind, deviceId, label }) => kind === 'audioinput' && deviceId && label)
            .map(({ deviceId, label }) => ({ id: deviceId, name: label }));
          setFound([DEFAULT_MICROPHONE, ...named]);
        })
        .catch((error: unknown) => console.warn(sentenceOf(error)));
    list();
    navigator.mediaDevices?.addEventListener('devicechange', list);
    return () => navigator.mediaDevices?.removeEventListener('devicechange', list);
  }, [allowed]);
  return found;
}

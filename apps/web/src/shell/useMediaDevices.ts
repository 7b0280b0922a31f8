import { useEffect, useMemo, useState } from 'react';
import { sentenceOf } from '@cruvo/core/problem';

export interface MediaDevice {
  /** Empty for whichever the system uses. */
  readonly id: string;
  readonly name: string;
}

const NONE: readonly MediaDevice[] = [];

/**
 * The microphones or cameras there are, whichever the system uses first; browsers tell their names only once one was
 * allowed.
 *
 * @param usual what whichever the system uses is called
 */
export function useMediaDevices(
  kind: 'audioinput' | 'videoinput',
  usual: string,
  allowed: boolean,
): readonly MediaDevice[] {
  const [found, setFound] = useState(NONE);
  useEffect(() => {
    const list = () =>
      void navigator.mediaDevices
        ?.enumerateDevices()
        .then((devices) => {
          const named = devices
            .filter((device) => device.kind === kind && device.deviceId && device.label)
            .map(({ deviceId, label }) => ({ id: deviceId, name: label }));
          setFound(named);
        })
        .catch((error: unknown) => console.warn(sentenceOf(error)));
    list();
    navigator.mediaDevices?.addEventListener('devicechange', list);
    return () => navigator.mediaDevices?.removeEventListener('devicechange', list);
  }, [kind, allowed]);
  return useMemo(() => [{ id: '', name: usual }, ...found], [found, usual]);
}

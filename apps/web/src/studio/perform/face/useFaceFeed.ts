import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Character } from '@cruvo/core/character';
import type { ControlSet } from '@cruvo/core/controls';
import {
  faceLinksOf,
  faceSettingsSchema,
  linkedShares,
  USUAL_FACE,
  type FaceLink,
  type FaceSettings,
  type FaceValues,
} from '@cruvo/core/face';
import { placeOfTarget, valueOfShare } from '@cruvo/core/program';
import type { Performing } from '../performing';
import { FaceSession } from './faceSession';

/** How the face of who sits here is taken over: kept in this browser; what can't be read is as usual. */
export const useFaceSettings = create<{ settings: FaceSettings }>()(
  persist(() => ({ settings: USUAL_FACE }), {
    name: 'cruvo face',
    merge: (kept, now) => {
      const { settings } = (kept ?? {}) as { settings?: unknown };
      return faceSettingsSchema.isValidSync(settings) ? { settings } : now;
    },
  }),
);

/** Where a face moves what it is linked to: values by targets of controls. */
export function movedByFace(
  controls: ControlSet,
  links: readonly FaceLink[],
  values: FaceValues,
): readonly (readonly [target: string, value: number])[] {
  return [...linkedShares(links, values)].flatMap(([target, share]) => {
    const place = placeOfTarget(controls, target);
    return place ? [[target, valueOfShare(controls, place, share)] as const] : [];
  });
}

/** A face that performs a character. */
export function useFaceFeed(
  performing: Pick<Performing, 'moveAll' | 'letGo'>,
  character: Character,
  controls: ControlSet,
) {
  const links = useMemo(() => faceLinksOf(character), [character]);
  const targets = useMemo(() => links.map(({ target }) => target), [links]);
  const session = useMemo(
    () =>
      new FaceSession(
        (values, lateBy) => performing.moveAll(movedByFace(controls, links, values), lateBy),
        useFaceSettings.getState().settings,
      ),
    [performing, links, controls],
  );
  useEffect(() => {
    const unsubscribe = session.state.subscribe(({ settings }) => {
      if (settings !== useFaceSettings.getState().settings) useFaceSettings.setState({ settings });
    });
    return () => {
      unsubscribe();
      void session.use(null);
      performing.letGo(targets);
    };
  }, [session, performing, targets]);
  return { session, targets };
}
